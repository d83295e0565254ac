import { describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { WAYS, type EvaluateOptions, type OwnIron, type PressSetup, type Recipe, type Way } from '#core/recipe'
import { slowScope } from '../../testing/slowScope'
import { useRecipeSearch } from './recipeSearch'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('./boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))

const at = slowScope(here)

const setup = ref<PressSetup | null>(null), taught = ref<EvaluateOptions>({}), tested = ref<Recipe | null>(null)
const tacked = ref(false), others = ref<OwnIron[]>([])
const setupOf = (massGsm: number) => ({ fabric: { massGsm } }) as unknown as PressSetup
const begin = () => {
  setup.value = setupOf(120)
  taught.value = {}
  tested.value = null
  tacked.value = false
  return at.scope.run(() => useRecipeSearch(setup, taught, tested, tacked, others))!
}
const answerWay = (way: Way, score: number, blocked: string | null = null) =>
  at.slow.asked('way').find(w => w.args[1] === way)!.answer({ way, score, blocked })

describe('the ways of pressing', () => {
  it('nothing on the board, nothing asked', async () => {
    setup.value = null
    const search = at.scope.run(() => useRecipeSearch(setup, taught, tested, tacked, others))!
    await at.slow.settled()
    expect([at.slow.waiting.length, search.searching.value, search.best.value]).toEqual([0, false, null])
  })
  it('come as they are worked out, in their own order; the best is the highest that nothing blocks', async () => {
    const search = begin()
    expect(search.searching.value).toBe(true)
    expect(at.slow.asked('way').map(w => w.args[1])).toEqual([...WAYS])
    answerWay('damp', 70)
    answerWay('mist', 95, 'tooHot')
    await at.slow.settled()
    expect([search.answers.value.map(a => a.way), search.best.value, search.searching.value]).toEqual([['mist', 'damp'], 'damp', true])
    answerWay('sheet', 90)
    answerWay('dry', 80)
    answerWay('steam', 85)
    answerWay('mistSteam', 99)
    answerWay('dryMist', 97, 'faceBarred')
    at.slow.asked('carried')[0]!.answer(null)
    await at.slow.settled()
    expect([search.answers.value.map(a => a.way), search.best.value, search.searching.value]).toEqual([[...WAYS], 'sheet', false])
    expect(at.slow.waiting).toEqual([])
  })
  it('a newer setup, or a new lesson, ends the older search: nothing of it comes through', async () => {
    const search = begin()
    setup.value = setupOf(300)
    await at.slow.settled()
    expect(new Set(at.slow.asked('way').map(w => (w.args[0] as { fabric: { massGsm: number } }).fabric.massGsm))).toEqual(new Set([300]))
    answerWay('dry', 10)
    taught.value = { soleOffsetC: -8 }
    await at.slow.settled()
    expect([search.answers.value, search.problem.value, search.searching.value]).toEqual([[], null, true])
    expect(at.slow.asked('way').every(w => JSON.stringify(w.args[2]) === '{"soleOffsetC":-8}')).toBe(true)
    tested.value = { method: 'mist', holdS: 20 } as Recipe
    await at.slow.settled()
    expect(at.slow.asked('way').map(w => (w.args[3] as Recipe).holdS)).toEqual(WAYS.map(() => 20))
  })
  it('where every way is blocked, what would open it is looked for by itself, with the other irons', async () => {
    others.value = [{ id: 'window' } as unknown as OwnIron]
    const search = begin()
    for (const way of WAYS) answerWay(way, 0, 'tooHot')
    at.slow.asked('carried')[0]!.answer(null)
    await at.slow.settled()
    expect([search.best.value, search.looking.value, at.slow.asked('openers').length]).toEqual([null, true, 1])
    expect(at.slow.asked('openers')[0]!.args[2]).toEqual([{ id: 'window' }])
    // Asked for once more by hand it is still one question.
    void search.askOpeners()
    at.slow.asked('openers')[0]!.answer([{ change: 'iron' }])
    await at.slow.settled()
    expect([search.openers.value, search.looking.value]).toEqual([[{ change: 'iron' }], false])
    others.value = []
  })
  it('a web has its tack worked out too, and a fault is a sentence', async () => {
    const search = begin()
    expect(at.slow.asked('tack')).toHaveLength(0)
    tacked.value = true
    void search.again()
    await at.slow.settled()
    at.slow.asked('tack')[0]!.answer({ found: { holdS: 2 } })
    await at.slow.settled()
    expect(search.tack.value).toEqual({ found: { holdS: 2 } })
    at.slow.asked('way')[0]!.fail(new Error('divided by nothing'))
    await at.slow.settled()
    expect(search.problem.value).toContain('divided by nothing')
    expect([search.searching.value, at.slow.asked('openers').length]).toEqual([false, 0])
  })
  it('stopped by a person it says nothing, and a page that goes takes its questions along', async () => {
    const search = begin()
    search.cancel()
    await at.slow.settled()
    expect([search.searching.value, search.problem.value, at.slow.waiting.length]).toEqual([false, null, 0])
    void search.again()
    expect(at.slow.waiting.length).toBeGreaterThan(0)
    at.scope.stop()
    expect(at.slow.waiting).toEqual([])
  })
})
