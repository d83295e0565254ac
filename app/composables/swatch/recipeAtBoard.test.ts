// @vitest-environment happy-dom
import { effectScope, nextTick, ref, type EffectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { draftRecipe, type Recipe, type Way } from '#core/recipe'
import type { Answer } from '../../workers/api'
import { idOf, layOut } from '../../testing/board'
import { useSelection } from '../../stores/selection'
import { useRecipeAtBoard } from './recipeAtBoard'

let scope: EffectScope
beforeEach(() => {
  layOut()
  useSelection().chosen.fabricId = idOf(11)
  scope = effectScope()
})
afterEach(() => scope.stop())

const recipeBy = (method: Recipe['method'], holdS = 12): Recipe => {
  const { setup, iron } = useSelection()
  return { ...draftRecipe(setup!, method, iron!.settings[1]!, 'back', 1, 'lean'), holdS }
}
const answer = (way: Way, score: number, more: Partial<Answer> = {}): Answer => ({
  way, method: way === 'sheet' ? 'dry' : way, recipe: recipeBy(way === 'sheet' ? 'dry' : way), isTested: false, course: null, margins: null,
  parts: [], score, runnerUp: null, blocked: null, ...more,
})
const blocked = (way: Way): Answer => answer(way, -Infinity, { recipe: null, blocked: { why: 'noSettings' } })
function board(all: Answer[], { searching = false, proved = null as Recipe | null } = {}) {
  const window = ref(false), found = {
    answers: ref(all) as never, searching: ref(searching), settled: ref(true), provedRecipe: ref(proved), onWindow: window,
  }
  return { window, ...scope.run(() => useRecipeAtBoard(found))! }
}

describe('the recipe on the board', () => {
  it('is the best that was worked out, not one that is blocked, and not the sheet\'s unasked', () => {
    const b = board([answer('dry', 2), answer('mist', 5), blocked('damp')])
    expect([b.chosenWay.value, b.chosen.value!.way, b.atBoard.value!.method]).toEqual(['mist', 'mist', 'mist'])
    expect(b.methods.value.map(a => a.way)).toEqual(['dry', 'mist', 'damp'])
  })
  it('waits until the search is through, unless it was chosen', () => {
    const b = board([answer('dry', 2)], { searching: true })
    expect([b.chosenWay.value, b.atBoard.value]).toEqual([null, null])
    b.choose('dry')
    expect(b.chosenWay.value).toBe('dry')
  })
  it('chosen it stays, whatever would be better', () => {
    const b = board([answer('dry', 2), answer('mist', 5)])
    b.choose('dry')
    expect(b.atBoard.value!.method).toBe('dry')
  })
  it('what own swatches proved comes first, until another way is chosen', () => {
    const proved = recipeBy('dry', 17)
    const b = board([answer('dry', 2), answer('mist', 5)], { proved })
    expect([b.proved.value, b.atBoard.value]).toEqual([proved, proved])
    b.choose('mist')
    expect([b.proved.value, b.atBoard.value!.method]).toEqual([null, 'mist'])
  })
  it('a pin that is moved is the recipe on the window, and elsewhere while its way is the one chosen', async () => {
    const b = board([answer('dry', 2), answer('mist', 5)])
    const moved = recipeBy('dry', 31)
    b.pinRecipe.value = moved
    expect([useSelection().chosen.way, b.atBoard.value!.holdS]).toEqual(['dry', 31])
    b.window.value = true
    expect(b.atBoard.value!.holdS).toBe(31)
    b.choose('mist')
    expect([b.pinned.value, b.atBoard.value!.method]).toEqual([null, 'mist'])
    b.pin(moved)
    // Another setup is another question: the pin goes with it.
    useSelection().chosen.surface = 'hard'
    await nextTick()
    expect(b.pinned.value).toBeNull()
  })
  it('simply, it stands beside one other; in full beside the others, and the rest are named', () => {
    const all = [answer('dry', 1), answer('mist', 5), answer('damp', 3), answer('steam', 4)]
    const b = board(all)
    expect([b.compared.value.length + b.besides.value.length, b.places.value >= b.compared.value.length]).toEqual([4, true])
    const { rules } = useSelection()
    Object.assign(rules, { view: 'simple' })
    const simple = board(all)
    expect([simple.compared.value.map(a => a.way)[0], simple.compared.value.length, simple.besides.value]).toEqual(['mist', 2, []])
  })
})
