import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, ref, type EffectScope } from 'vue'
import type { WindowQuestion } from '#core/window'
import { slowWorkers } from '../../testing/slowWorkers'
import { useWindowMap } from './windowMap'

const here = vi.hoisted(() => ({ now: null as unknown, ran: [] as Ran[] }))
interface Ran {
  q: WindowQuestion
  part: (p: object) => void
  done: (m: object | null) => void
  fail: (e: Error) => void
  stopped: () => boolean
}
vi.mock('./boardWorkers', async original => ({
  ...(await original<object>()), useBoardWorkers: () => here.now, workerCount: () => 2,
}))
// How a map is counted is core's; here only which question is drawn counts.
vi.mock('#core/window', async original => ({
  ...(await original<object>()),
  runMap: (q: WindowQuestion, _count: unknown, _workers: number, part: Ran['part'], stopped: Ran['stopped']) =>
    new Promise((done, fail) => { here.ran.push({ q, part, done, fail, stopped }) }),
}))

let slow: ReturnType<typeof slowWorkers>, scope: EffectScope
beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
  slow = slowWorkers()
  here.now = slow.workers
  here.ran = []
  scope = effectScope()
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
})

/** No test has the question of another: what was drawn once is kept. */
let first = 0
beforeEach(() => { first += 10 })
const questionOf = (holdS: number, meanC = 150, seed = 1) =>
  ({
    seed: first + seed, recipe: { holdS, coolS: 30, setting: { label: 'wool', meanC, swingC: 7, origin: 'typical' } },
  }) as unknown as WindowQuestion
const begin = () => {
  const question = ref<WindowQuestion | null>(questionOf(12))
  return { question, window: scope.run(() => useWindowMap(question))! }
}

describe('the map of a safe window', () => {
  it('is shown as it fills, then whole; then what moves its edge', async () => {
    const { window } = begin()
    expect(window.progress.value).toEqual({ done: 0, of: 1 })
    here.ran[0]!.part({ map: 'coarse', done: 3, of: 9 })
    expect([window.map.value, window.progress.value]).toEqual(['coarse', { done: 3, of: 9 }])
    expect(window.firstMs.value).toBeGreaterThanOrEqual(0)
    here.ran[0]!.done('whole' as unknown as object)
    await slow.settled()
    expect([window.map.value, window.progress.value, slow.asked('sensitivity').length]).toEqual(['whole', null, 1])
    slow.asked('sensitivity')[0]!.answer({ bond: [] })
    await slow.settled()
    expect(window.sensitivity.value).toEqual({ bond: [] })
  })
  it('serves every pin: a pin that moves draws no other map, and is weighed once it rests', async () => {
    const { question } = begin()
    here.ran[0]!.done({})
    await slow.settled()
    slow.asked('sensitivity')[0]!.answer({})
    question.value = questionOf(13)
    await slow.settled()
    question.value = questionOf(14, 165)
    await slow.settled()
    expect([here.ran.length, slow.asked('sensitivity').length]).toEqual([1, 0])
    vi.advanceTimersByTime(400)
    await slow.settled()
    expect(slow.asked('sensitivity').map(w => (w.args[0] as WindowQuestion).recipe.holdS)).toEqual([14])
  })
  it('a newer question ends the older: its map does not come through', async () => {
    const { question, window } = begin()
    question.value = questionOf(12, 150, 2)
    await slow.settled()
    expect([here.ran.length, here.ran[0]!.stopped(), here.ran[1]!.stopped()]).toEqual([2, true, false])
    here.ran[0]!.done('old' as unknown as object)
    here.ran[0]!.fail(new Error('late'))
    await slow.settled()
    expect([window.map.value, window.problem.value]).toEqual([null, null])
  })
  it('what moves the edge of one map is not said of the next', async () => {
    const { question, window } = begin()
    here.ran[0]!.done({})
    await slow.settled()
    const [late] = slow.asked('sensitivity')
    question.value = questionOf(12, 150, 2)
    await slow.settled()
    late!.answer({ bond: ['of the first'] })
    await slow.settled()
    expect(window.sensitivity.value).toBeNull()
    here.ran[1]!.done({})
    await slow.settled()
    slow.asked('sensitivity').at(-1)!.answer({ bond: ['of the second'] })
    await slow.settled()
    expect(window.sensitivity.value).toEqual({ bond: ['of the second'] })
    question.value = questionOf(12, 150, 3)
    await slow.settled()
    expect(window.sensitivity.value).toBeNull()
  })
  it('one that was drawn whole is there at once when it is asked again; one that was stopped is drawn anew', async () => {
    const { question, window } = begin()
    here.ran[0]!.done({ whole: 1 })
    await slow.settled()
    question.value = questionOf(12, 150, 2)
    await slow.settled()
    window.stop()
    here.ran[1]!.done(null)
    question.value = questionOf(30)
    await slow.settled()
    expect([window.map.value, window.progress.value, window.wholeMs.value, here.ran.length]).toEqual([{ whole: 1 }, null, null, 2])
    question.value = questionOf(12, 150, 2)
    await slow.settled()
    expect([here.ran.length, window.map.value, window.progress.value]).toEqual([3, null, { done: 0, of: 1 }])
  })
  it('nothing to ask, nothing shown; stopped, what is drawn stays; a fault is a sentence', async () => {
    const { question, window } = begin()
    here.ran[0]!.part({ map: 'coarse', done: 1, of: 9 })
    window.stop()
    here.ran[0]!.done(null)
    await slow.settled()
    expect([window.map.value, window.progress.value, window.problem.value]).toEqual(['coarse', null, null])
    void window.again()
    here.ran[1]!.fail(new Error('no more memory'))
    await slow.settled()
    expect([window.progress.value, window.problem.value]).toEqual([null, expect.stringContaining('no more memory')])
    question.value = null
    await slow.settled()
    expect([window.map.value, window.progress.value, window.problem.value]).toEqual([null, null, null])
  })
})
