import { describe, expect, it } from 'vitest'
import { watchHub } from './hub'

const tick = () => new Promise<void>((done) => { setTimeout(done) })

/** A session of so many events, read as the server reads it; every reading is counted. */
function run() {
  const state = { events: 0, piecesVersion: 0, readings: [] as number[], isAway: false, wait: Promise.resolve() }
  const hub = watchHub(async (_: string, after: number) => {
    state.readings.push(after)
    const { events, piecesVersion } = state
    await state.wait
    if (state.isAway) throw new Error('away')
    return { events: Array.from({ length: events }, (_, position) => ({ position })).filter(e => e.position > after), piecesVersion }
  })
  const watch = (after = -1) => {
    const sent: number[][] = [], gone: number[] = []
    const stop = hub.watch('r', after, news => sent.push(news.events.map(e => e.position)), () => gone.push(sent.length))
    return { sent, gone, stop }
  }
  return { state, hub, watch }
}

describe('watchers of a session', () => {
  it('receive at once what they have not seen, then only what is new; nothing is asked while nothing happens', async () => {
    const { state, hub, watch } = run()
    state.events = 3
    const one = watch(0)
    await tick()
    expect(one.sent).toEqual([[1, 2]])
    state.events = 5
    await hub.woken('r')
    await hub.woken('r')
    expect(one.sent).toEqual([[1, 2], [3, 4]])
    expect(state.readings).toEqual([0, 2, 4])
    await tick()
    expect(state.readings).toHaveLength(3)
  })
  it('are served by one reading, each from what it has seen', async () => {
    const { state, hub, watch } = run()
    state.events = 2
    const [one, two] = [watch(-1), watch(1)]
    await tick()
    state.readings.length = 0
    state.events = 4
    await hub.woken('r')
    expect(state.readings).toEqual([1])
    expect([one.sent.flat(), two.sent.flat()]).toEqual([[0, 1, 2, 3], [2, 3]])
  })
  it('miss nothing that happens while the session is being read', async () => {
    const { state, hub, watch } = run()
    const one = watch()
    await tick()
    let go = () => {}
    state.wait = new Promise((done) => { go = done })
    state.events = 1
    const looking = hub.woken('r')
    state.events = 2
    void hub.woken('r')
    go()
    await looking
    expect(one.sent.flat()).toEqual([0, 1])
  })
  it('one that joins while the session is being read misses nothing that it has not seen', async () => {
    const { state, watch, hub } = run()
    state.events = 3
    const one = watch(2)
    await tick()
    let go = () => {}
    state.wait = new Promise((done) => { go = done })
    state.events = 4
    const looking = hub.woken('r')
    const late = watch(-1)
    go()
    await looking
    expect([one.sent.flat(), late.sent.flat()]).toEqual([[3], [0, 1, 2, 3]])
  })
  it('learn of a plan that changed though nothing happened', async () => {
    const { state, hub, watch } = run()
    const one = watch()
    await tick()
    state.piecesVersion = 1
    await hub.woken('r')
    expect(one.sent).toEqual([[], []])
  })
  it('are let go where the session cannot be read, and not asked for once they went', async () => {
    const { state, hub, watch } = run()
    const one = watch()
    await tick()
    state.isAway = true
    await hub.woken('r')
    expect(one.gone).toHaveLength(1)
    one.stop()
    expect(hub.count()).toBe(0)
    const before = state.readings.length
    await hub.woken('r')
    hub.wakeAll()
    expect(state.readings).toHaveLength(before)
  })
})
