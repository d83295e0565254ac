import { describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import type { MatchQuery, MatchSupply } from '#core/match'
import { slowScope } from '../../testing/slowScope'
import { useMatching } from './matching'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('./boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))
// What a refined answer does to the ranking is core's; here only which are asked for counts.
vi.mock('#core/match', async original => ({
  ...(await original<object>()),
  withRefined: (match: { ranked: { key: string }[] }, refined: { key: string }[]) => ({
    ...match, ranked: match.ranked.map(c => ({ ...c, recipe: refined.find(r => r.key === c.key) ?? null })),
  }),
}))

const at = slowScope(here)

const query = ref<MatchQuery | null>(null), shelf = ref<MatchSupply[] | null>(null)
const queryOf = (place: string) => ({ place }) as unknown as MatchQuery
const begin = () => {
  query.value = queryOf('collar')
  shelf.value = [{ id: 's1' } as unknown as MatchSupply]
  return at.scope.run(() => useMatching(query, shelf))!
}
const ranked = (n: number, more: object = {}) => ({
  match: { ranked: Array.from({ length: n }, (_, i) => ({ key: `k${i}`, reachC: 120, recipe: null, ...more })) },
  whatIf: [{ change: 'heavier' }],
})
/** A worker that has the shelf is asked to rank it. */
const rank = async (answer: object, hasShelf = true) => {
  at.slow.asked('holds')[0]!.answer(hasShelf)
  await at.slow.settled()
  if (!hasShelf) {
    at.slow.asked('hold')[0]!.answer(undefined)
    await at.slow.settled()
  }
  at.slow.asked('rank')[0]!.answer(answer)
  await at.slow.settled()
}

describe('matching the shelf', () => {
  it('hands the shelf to a worker once, ranks it, then searches the first dozen one by one', async () => {
    const m = begin()
    expect(at.slow.asked('hold')).toHaveLength(0)
    await rank(ranked(20), false)
    expect(m.whatIf.value).toEqual([{ change: 'heavier' }])
    expect([at.slow.asked('refine').length, m.progress.value]).toEqual([12, { done: 0, of: 12 }])
    expect(at.slow.asked('refine').map(w => (w.args[1] as { key: string }).key)).toEqual(Array.from({ length: 12 }, (_, i) => `k${i}`))
    for (const w of at.slow.asked('refine').slice(0, 5)) w.answer({ key: (w.args[1] as { key: string }).key })
    await at.slow.settled()
    expect([m.progress.value, m.match.value!.ranked.filter(c => c.recipe).length]).toEqual([{ done: 5, of: 12 }, 5])
    for (const w of at.slow.asked('refine')) w.answer({ key: (w.args[1] as { key: string }).key })
    await at.slow.settled()
    expect([m.progress.value, at.slow.waiting.length]).toEqual([null, 0])
  })
  it('what no heat reaches is not searched', async () => {
    const m = begin()
    await rank(ranked(3, { reachC: null }))
    expect([m.progress.value, at.slow.waiting.length]).toEqual([null, 0])
  })
  it('a newer wish ends the older search; its answers are of the newer alone', async () => {
    const m = begin()
    await rank(ranked(4))
    expect(at.slow.asked('refine')).toHaveLength(4)
    query.value = queryOf('cuff')
    await at.slow.settled()
    expect([at.slow.asked('refine').length, at.slow.asked('holds').length, m.problem.value]).toEqual([0, 1, null])
    await rank(ranked(1))
    expect(m.match.value!.ranked.map(c => c.recipe)).toEqual([null])
    expect((at.slow.asked('refine')[0]!.args[0] as { place: string }).place).toBe('cuff')
  })
  it('another shelf is another question, under another id', async () => {
    begin()
    const before = at.slow.asked('holds')[0]!.args[0] as number
    shelf.value = [{ id: 's2' } as unknown as MatchSupply]
    await at.slow.settled()
    expect(at.slow.asked('holds').map(w => w.args[0])).toEqual([before + 1])
  })
  it('stopped, the ranking stays; a fault is a sentence', async () => {
    const m = begin()
    await rank(ranked(2))
    m.stop()
    await at.slow.settled()
    expect([m.match.value!.ranked.length, m.progress.value, m.problem.value]).toEqual([2, null, null])
    void m.again()
    at.slow.asked('holds')[0]!.fail(new Error('out of memory'))
    await at.slow.settled()
    expect(m.problem.value).toContain('out of memory')
  })
})
