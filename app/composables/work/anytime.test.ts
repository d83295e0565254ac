import { describe, expect, it, vi } from 'vitest'
import { slowScope } from '../../testing/slowScope'
import { useAnytime } from './anytime'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('./boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))
const at = slowScope(here)

interface Board { first: (task: string) => Promise<number>, better: (from: number, seed: number) => Promise<number> }
function begin(searches?: number) {
  const search = at.scope.run(() => useAnytime<string, number>('k', {
    first: (board, task) => (board as unknown as Board).first(task),
    better: (board, _task, _id, best, _forMs, seed) => (board as unknown as Board).better(best, seed),
    costOf: found => found, boundOf: () => 10, restAfterMs: 20_000, searches,
  }))!
  void search.start('a task')
  return search
}
const answerFirst = async (cost: number) => {
  at.slow.asked('first')[0]!.answer(cost)
  await at.slow.settled()
}
/** Answers one of those that search, by the place in which it was asked. */
const answer = async (which: number, cost: number) => {
  at.slow.asked('better')[which]!.answer(cost)
  await at.slow.settled()
}
const asked = () => at.slow.asked('better').map(w => w.args[0])

describe('several that search at once', () => {
  it('each goes its own way from what it found itself; the best of all is shown', async () => {
    const s = begin(2)
    await answerFirst(100)
    const [one, other] = at.slow.asked('better').map(w => w.args[1])
    expect([asked(), one === other]).toEqual([[100, 100], false])
    await answer(0, 80)
    expect([s.found.value, asked()]).toEqual([80, [100, 80]])
    // The other one came less far: it goes on from its own.
    await answer(0, 90)
    expect([s.found.value, asked()]).toEqual([80, [80, 90]])
    await answer(1, 70)
    expect([s.found.value, asked()]).toEqual([70, [80, 70]])
  })
  it('one that comes no further for long goes on from the best', async () => {
    begin(2)
    await answerFirst(100)
    await answer(0, 50)
    for (let n = 0; n < 11; n++) {
      expect(asked()[0] === 100 || asked()[1] === 100).toBe(true)
      await answer(asked().indexOf(100), 100)
    }
    await answer(asked().indexOf(100), 100)
    expect(asked()).toEqual([50, 50])
  })
  it('all rest once one found what cannot be bettered', async () => {
    const s = begin(3)
    await answerFirst(100)
    await answer(1, 10)
    expect([s.found.value, s.running.value]).toEqual([10, true])
    await answer(0, 60)
    await answer(0, 60)
    expect([s.found.value, s.running.value, at.slow.waiting.length]).toEqual([10, false, 0])
  })
  it('stopped, none of them goes on; a fault of one is said', async () => {
    const s = begin(2)
    await answerFirst(100)
    s.stop()
    await at.slow.settled()
    expect([s.running.value, at.slow.waiting.length, s.found.value]).toEqual([false, 0, 100])
    void s.start('another')
    await answerFirst(40)
    at.slow.asked('better')[1]!.fail(new Error('no more memory'))
    await at.slow.settled()
    expect([s.running.value, s.problem.value, s.found.value]).toEqual([false, expect.stringContaining('no more memory'), 40])
  })
  it('one alone where nothing else is said', async () => {
    begin()
    await answerFirst(100)
    expect(asked()).toEqual([100])
  })
})
