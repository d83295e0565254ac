// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, shallowRef, type EffectScope } from 'vue'
import { draftRecipe } from '#core/recipe'
import { toPressSetup } from '#shared/mappers'
import type { Supply, Swatch } from '#shared/schemas'
import { useSelection } from '../../stores/selection'
import { fabric, idOf, iron, layOut, standIn, supply, swatch as swatchOf } from '../../testing/board'
import { workersHere } from '../../testing/workers'
import { useShelfLessons } from './shelfLessons'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('../work/boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))
const rules = { blend: 'strict', bearing: 'lean', warm: 'no', sides: 'one', patience: '20', moisture: 'widest', cooling: 'touch' } as const
const draft = draftRecipe(toPressSetup(fabric(), supply(), iron(), null, 'padded', rules), 'dry', iron().settings[1]!, 'back', 1, 'lean')
const recipe = { ...draft, warmS: 0, holdS: 14, coolS: 30 }
const onBoard = (n: number, more: Partial<Swatch> = {}): Swatch =>
  swatchOf(n, recipe, { pressClothId: useSelection().pressCloth!.id, ...more })

let scope: EffectScope, asked: ReturnType<typeof workersHere>['asked']
beforeEach(() => {
  layOut()
  useSelection().chosen.fabricId = idOf(11)
  const w = workersHere()
  asked = w.asked
  here.now = w.workers
  scope?.stop()
  scope = effectScope()
})
const past = { passed: 1, failed: 0, fusedBendingMm: null }
/** The shelf comes, and what own swatches say of it. */
async function lessons(rows: (supplyId: string) => Swatch[], supplies: Supply[] = [supply()], pressed = supplies.map(s => s.id)) {
  const served = standIn({ 'GET /api/pairings': (_body, { supplyId }) => ({ rows: rows(String(supplyId)), total: 0, page: 1, size: 60 }) })
  const shelf = shallowRef<Parameters<typeof useShelfLessons>[0]['value']>(null)
  const found = scope.run(() => useShelfLessons(shelf))!
  shelf.value = { supplies, past: Object.fromEntries(pressed.map(id => [id, past])) }
  return { ...found, served }
}

describe('what own swatches say of the shelf', () => {
  it('the recipe of one that held on these very things is tested, and all of them teach', async () => {
    const { tested, taught } = await lessons(() => [onBoard(71)])
    await vi.waitFor(() => expect(tested.value[idOf(21)]?.holdS).toBe(14))
    expect(Object.keys(taught.value)).toEqual([idOf(21)])
    expect(asked.filter(a => a.what === 'learn')).toHaveLength(1)
  })
  it('one that was pressed under another press cloth teaches, and is no test of what lies on the board', async () => {
    const { tested, taught } = await lessons(() => [onBoard(71, { pressClothId: null })])
    await vi.waitFor(() => expect(Object.keys(taught.value)).toEqual([idOf(21)]))
    expect(tested.value).toEqual({})
  })
  it('what was never pressed here, or carries no adhesive, is not asked for', async () => {
    const others = [supply({ id: idOf(22), code: 'S-2' }), supply({ id: idOf(23), code: 'S-3', adhesive: null })]
    const { tested, served } = await lessons(() => [onBoard(71)], [supply(), ...others], [idOf(21), idOf(23)])
    await vi.waitFor(() => expect(Object.keys(tested.value)).toEqual([idOf(21)]))
    expect(served.asked).toHaveLength(1)
  })
  it('without the server it says so', async () => {
    const { problem } = await lessons(() => { throw new Error('away') })
    await vi.waitFor(() => expect(problem.value).not.toBeNull())
  })
})
