// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import { beginExercise, bestAttempt, type ExerciseKey } from '#core/practice'
import { useSelection } from '../../stores/selection'
import { idOf, layOut } from '../../testing/board'
import { workersHere } from '../../testing/workers'
import { usePractising } from './practising'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('../work/boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))
let scope: EffectScope
/** All that was asked has been answered. */
const answered = async () => { for (let i = 0; i < 30; i++) await new Promise(done => setImmediate(done)) }
const begin = async (key: ExerciseKey | 'free', seed = 3) => {
  const p = scope.run(usePractising)!
  p.key.value = key
  p.seedText.value = String(seed)
  await answered()
  return p
}
beforeEach(() => {
  layOut()
  here.now = workersHere().workers
  scope = effectScope()
  vi.useFakeTimers({ now: 1_000_000_000_000, toFake: ['Date', 'setTimeout', 'clearTimeout', 'setInterval', 'clearInterval'] })
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
})

describe('the practice setup', () => {
  it('is pressed by the clock: down, lift, judged; what it came to is kept once', async () => {
    const p = await begin('dryMoist'), best = bestAttempt(beginExercise('dryMoist', 3))
    p.iron()
    expect(p.downAtMs.value).toBeNull()
    p.choice.value = { ...best.choice }
    expect([p.complete.value, p.pressable.value]).toEqual([true, true])
    p.iron()
    vi.advanceTimersByTime(best.heldS[0]! * 1000)
    expect(p.downS.value).toBeCloseTo(best.heldS[0]!, 0)
    p.iron()
    await answered()
    expect(p.held.value).toEqual([expect.closeTo(best.heldS[0]!, 0)])
    expect(p.answer.value!.verdict.passed).toBe(true)
    expect(p.sheet.value.done).toEqual([expect.objectContaining({ key: 'dryMoist', seed: 3, passed: true })])
    // It is answered: the iron does nothing more.
    p.iron()
    expect(p.downAtMs.value).toBeNull()
  })

  it('runs five times as quick where that is wished, and a press of the iron counts as half a second at least', async () => {
    const p = await begin('dryMoist')
    p.rate.value = 5
    p.choice.value = { ...bestAttempt(p.exercise.value!).choice }
    p.iron()
    vi.advanceTimersByTime(2000)
    expect(p.downS.value).toBeCloseTo(10, 6)
    p.lay()
    p.choice.value = { ...bestAttempt(p.exercise.value!).choice }
    p.iron()
    p.iron()
    expect(p.held.value).toEqual([0.5])
  })

  it('a corner is touched one step at a time, and shows what is seen when its time is over', async () => {
    const p = await begin('corner')
    const { touchS } = p.exercise.value!.figures
    p.touch(0)
    p.touch(4)
    expect(p.touching.value).toBe(0)
    vi.advanceTimersByTime((touchS! - 0.1) * 1000)
    expect(p.seen.value).toEqual([])
    vi.advanceTimersByTime(200)
    expect([p.touching.value, p.seen.value.map(s => s.step)]).toEqual([null, [0]])
  })

  it('what stands on a corner stays behind when another exercise is laid out', async () => {
    const p = await begin('corner')
    p.touch(2)
    p.key.value = 'velvet'
    await answered()
    vi.advanceTimersByTime(60_000)
    expect([p.touching.value, p.held.value, p.exercise.value!.key]).toEqual([null, [], 'velvet'])
  })

  it('a seed that is no number is said, nothing lies on the selection, and the next one is counted on', async () => {
    const p = await begin('order', 41)
    expect(p.exercise.value!.seed).toBe(41)
    p.seedText.value = 'seven'
    await answered()
    expect([p.exercise.value, p.problem.value]).toEqual([null, 'Seed: a whole number from 0 to 999999.'])
    p.nextSeed()
    await answered()
    expect([p.exercise.value!.seed, p.problem.value]).toEqual([1, null])
  })

  it('free practice takes what lies on the board, and is written on no sheet', async () => {
    const board = useSelection()
    board.chosen.fabricId = idOf(11)
    board.takeSupply(idOf(21))
    const p = await begin('free')
    const { asks } = p.exercise.value!
    p.choice.value = Object.fromEntries(asks.map(a => [a.topic, a.options[0]!]))
    expect(p.complete.value).toBe(true)
    p.iron()
    vi.advanceTimersByTime(6000)
    p.iron()
    await answered()
    if (p.needs.value > 1) {
      p.iron()
      vi.advanceTimersByTime(6000)
      p.iron()
      await answered()
    }
    p.count()
    expect(p.answer.value!.verdict.near).toBeGreaterThanOrEqual(0)
    expect(p.sheet.value.done).toEqual([])
  })
})
