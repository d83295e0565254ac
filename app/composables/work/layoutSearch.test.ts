import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import type { Layout, LayoutTask } from '#core/layout'
import { slowWorkers } from '../../testing/slowWorkers'
import { useLayoutSearch } from './layoutSearch'

const here = vi.hoisted(() => ({ now: null as unknown, cores: 1 }))
vi.mock('./boardWorkers', async original => ({
  ...(await original<object>()), useBoardWorkers: () => here.now, workerCount: () => here.cores,
}))
let slow: ReturnType<typeof slowWorkers>, scope: EffectScope
beforeEach(() => {
  slow = slowWorkers()
  here.now = slow.workers
  scope = effectScope()
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
})

/** A square decimetre: on a roll of 100 mm no layout is shorter than 100 mm. */
const rim = [{ x: 0, y: 0 }, { x: 100, y: 0 }, { x: 100, y: 100 }, { x: 0, y: 100 }]
const task: LayoutTask = {
  pieces: [{ id: 'a', outline: { rim, holes: [] }, grain: 'along', oneWay: false }], wideMm: 100, gapMm: 0, pinned: [],
}
const layout = (lengthMm: number) => ({ lengthMm, placements: [], unlaid: [] }) as unknown as Layout
function begin(forMs?: number) {
  const search = scope.run(() => useLayoutSearch('lay'))!
  void search.start(task, forMs)
  return search
}
const answer = async (what: string, of: Layout) => {
  slow.asked(what)[0]!.answer(of)
  await slow.settled()
}

describe('the layout that is looked for', () => {
  it('a first one at once; what cannot be shorter is not looked at further', async () => {
    const s = begin()
    expect([s.running.value, s.layout.value]).toEqual([true, null])
    await answer('firstLayoutFor', layout(100.5))
    expect([s.layout.value!.lengthMm, s.bound.value, slow.asked('improvedLayout').length]).toEqual([100.5, 100, 1])
    await answer('improvedLayout', layout(100.5))
    expect([s.running.value, slow.waiting.length]).toEqual([false, 0])
  })
  it('then ever shorter ones, each from the one before with another seed; what is hardly shorter is not shown', async () => {
    const s = begin()
    await answer('firstLayoutFor', layout(200))
    const [first] = slow.asked('improvedLayout')
    await answer('improvedLayout', layout(150))
    expect(s.layout.value!.lengthMm).toBe(150)
    const [second] = slow.asked('improvedLayout')
    expect([(second!.args[2] as Layout).lengthMm, first!.args[4] === second!.args[4]]).toEqual([150, false])
    await answer('improvedLayout', layout(149.8))
    expect(s.layout.value!.lengthMm).toBe(150)
    expect((slow.asked('improvedLayout')[0]!.args[2] as Layout).lengthMm).toBe(149.8)
    // What comes shorter bit by bit is shown once it is worth it.
    await answer('improvedLayout', layout(149.4))
    expect(s.layout.value!.lengthMm).toBe(149.4)
  })
  it('rests once nothing shorter came for a while', async () => {
    vi.useFakeTimers({ toFake: ['performance'] })
    const s = begin()
    await answer('firstLayoutFor', layout(200))
    vi.advanceTimersByTime(19_000)
    await answer('improvedLayout', layout(190))
    vi.advanceTimersByTime(19_000)
    await answer('improvedLayout', layout(190))
    expect(s.running.value).toBe(true)
    vi.advanceTimersByTime(2000)
    await answer('improvedLayout', layout(190))
    expect(s.running.value).toBe(false)
  })
  it('ends after as long as it was given', async () => {
    vi.useFakeTimers({ toFake: ['performance'] })
    const s = begin(500)
    vi.advanceTimersByTime(300)
    await answer('firstLayoutFor', layout(200))
    expect([s.tookMs.value, s.running.value]).toEqual([300, true])
    vi.advanceTimersByTime(300)
    await answer('improvedLayout', layout(180))
    expect([s.running.value, s.layout.value!.lengthMm]).toEqual([false, 180])
  })
  it('stopped, it keeps what it found, and what comes later is not taken', async () => {
    const s = begin()
    await answer('firstLayoutFor', layout(200))
    s.stop()
    await slow.settled()
    expect([s.running.value, s.layout.value!.lengthMm, s.problem.value, slow.waiting.length]).toEqual([false, 200, null, 0])
  })
  it('begun anew, the question before is ended and forgotten', async () => {
    const s = begin()
    void s.start(task)
    await slow.settled()
    expect(slow.asked('firstLayoutFor')).toHaveLength(1)
    await answer('firstLayoutFor', layout(170))
    expect([s.layout.value!.lengthMm, s.running.value, s.problem.value]).toEqual([170, true, null])
  })
  it('a fault is said, and it runs no more', async () => {
    const s = begin()
    slow.asked('firstLayoutFor')[0]!.fail(new Error('out of memory'))
    await slow.settled()
    expect([s.running.value, s.problem.value]).toEqual([false, expect.stringContaining('out of memory')])
    void s.start(task)
    expect(s.problem.value).toBeNull()
  })
  it('one search a core', async () => {
    here.cores = 3
    begin()
    await answer('firstLayoutFor', layout(200))
    expect(slow.asked('improvedLayout')).toHaveLength(3)
    here.cores = 1
  })
  it('ends with the screen it belongs to', async () => {
    const s = begin()
    scope.stop()
    await slow.settled()
    expect([s.running.value, slow.waiting.length]).toEqual([false, 0])
  })
})
