// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { draftRecipe } from '#core/recipe'
import { toBench } from '#shared/mappers'
import { cloth, idOf, iron, layOut, standIn, supply, swatch } from '../testing/board'
import { workersHere } from '../testing/workers'
import { useBench } from './bench'
import { usePairing } from './pairing'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('../composables/boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))
const rules = { blend: 'strict', bearing: 'lean', warm: 'no', sides: 'one', patience: '20' } as const
const draft = draftRecipe(toBench(cloth(), supply(), iron(), null, 'padded', rules), 'dry', iron().stops[1]!, 'back', 1, 'lean')
const recipe = { ...draft, warmS: 0, holdS: 14, coolS: 30 }
const wash = { id: idOf(81), washC: 60, grade: 4, marks: [], note: '', at: '', times: 9 }

beforeEach(() => {
  layOut()
  here.now = workersHere().workers
})

describe('the swatches of what lies on the board', () => {
  it('prove a recipe of this fabric; on another fabric nothing is proved, not even until its own swatches are here', async () => {
    const held: ((rows: unknown) => void)[] = []
    standIn({ 'GET /api/pairings': (_, { clothId }) => (clothId === idOf(11)
      ? { rows: [swatch(71, recipe, { washes: [wash] as never })], total: 1, page: 1, size: 60 }
      : new Promise((done) => { held.push(done) })) })
    const bench = useBench()
    Object.assign(bench.chosen, { clothId: idOf(11), supplyId: idOf(21), ironId: idOf(31), coverId: 'bare', bed: 'padded' })
    const pairing = usePairing()
    await vi.waitFor(() => expect(pairing.settled).toBe(true))
    expect([pairing.provedRecipe?.holdS, pairing.trials.length]).toEqual([14, 1])
    bench.chosen.clothId = idOf(12)
    expect([pairing.provedRecipe, pairing.trials.length, pairing.settled]).toEqual([null, 0, false])
    held[0]!({ rows: [], total: 0, page: 1, size: 60 })
    await vi.waitFor(() => expect(pairing.settled).toBe(true))
    expect([pairing.provedRecipe, pairing.slipped]).toEqual([null, false])
  })
  it.each([
    ['on what it was pressed on', {}, false], ['another pressing surface', { bed: 'flat' }, true], ['another iron', { ironId: idOf(32) },
      true],
    ['a layer more', { overIds: [idOf(22)] }, true], ['under a press cloth', { coverId: idOf(41) }, true],
  ] as const)('a proof on %s: slipped, or not', async (_, over, slipped) => {
    standIn({ 'GET /api/pairings': () => ({ rows: [swatch(71, recipe, { washes: [wash] as never })], total: 1, page: 1, size: 60 }) })
    const lying = { clothId: idOf(11), supplyId: idOf(21), ironId: idOf(31), coverId: 'bare', bed: 'padded' as const, overIds: [] }
    Object.assign(useBench().chosen, lying)
    const pairing = usePairing()
    await vi.waitFor(() => expect(pairing.settled).toBe(true))
    Object.assign(useBench().chosen, over)
    await vi.waitFor(() => expect([pairing.slipped, pairing.provedRecipe === null]).toEqual([slipped, slipped]))
  })
})
