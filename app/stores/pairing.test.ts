// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { draftRecipe } from '#core/recipe'
import { toPressSetup } from '#shared/mappers'
import { fabric, idOf, iron, layOut, standIn, supply, swatch } from '../testing/board'
import { workersHere } from '../testing/workers'
import { useSelection } from './selection'
import { usePairing } from './pairing'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('../composables/work/boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))
const rules = { blend: 'strict', bearing: 'lean', warm: 'no', sides: 'one', patience: '20', moisture: 'widest', cooling: 'touch' } as const
const draft = draftRecipe(toPressSetup(fabric(), supply(), iron(), null, 'padded', rules), 'dry', iron().settings[1]!, 'back', 1, 'lean')
const recipe = { ...draft, warmS: 0, holdS: 14, coolS: 30 }
const wash = { id: idOf(81), washC: 60, grade: 4, marks: [], note: '', at: '', times: 9 }

let asked: ReturnType<typeof workersHere>['asked']
beforeEach(() => {
  layOut()
  const w = workersHere()
  asked = w.asked
  here.now = w.workers
})

describe('the swatches of what lies on the board', () => {
  it('teach once there are some; without any nothing is asked', async () => {
    const rows: unknown[] = []
    standIn({ 'GET /api/pairings': () => ({ rows, total: rows.length, page: 1, size: 60 }) })
    Object.assign(useSelection().chosen, { fabricId: idOf(11), supplyId: idOf(21), ironId: idOf(31), pressClothId: 'bare',
      surface: 'padded' })
    const pairing = usePairing()
    await vi.waitFor(() => expect(pairing.settled).toBe(true))
    expect([pairing.learnt, asked.filter(a => a.what === 'learn').length]).toEqual([null, 0])
    rows.push(swatch(71, recipe))
    await pairing.load()
    await vi.waitFor(() => expect(pairing.learnt).not.toBeNull())
    expect(asked.filter(a => a.what === 'learn').length).toBe(1)
  })
  it('teach nothing where that fails: it is said, and the board goes on; what fails for a pair that was left is not', async () => {
    const gates: (() => void)[] = []
    const { workers } = workersHere()
    here.now = { ...workers, answer: () => new Promise((_, fail) => { gates.push(() => fail(new RangeError('Too few readings.'))) }) }
    standIn({ 'GET /api/pairings': (_, { fabricId }) => ({
      rows: fabricId === idOf(11) ? [swatch(71, recipe)] : [], total: 1, page: 1, size: 60,
    }) })
    const selection = useSelection()
    Object.assign(selection.chosen, { fabricId: idOf(11), supplyId: idOf(21), ironId: idOf(31), pressClothId: 'bare', surface: 'padded' })
    const pairing = usePairing()
    await vi.waitFor(() => expect(gates).toHaveLength(1))
    gates[0]!()
    await vi.waitFor(() => expect(pairing.problem).not.toBeNull())
    expect([pairing.learnt, pairing.swatches.length]).toEqual([null, 1])
    void pairing.load()
    await vi.waitFor(() => expect(gates).toHaveLength(2))
    selection.chosen.fabricId = idOf(12)
    await vi.waitFor(() => expect(pairing.settled).toBe(true))
    gates[1]!()
    await new Promise((done) => { setTimeout(done, 20) })
    expect(pairing.problem).toBeNull()
  })
  it('prove a recipe of this fabric; on another fabric nothing is proved, not even until its own swatches are here', async () => {
    const held: ((rows: unknown) => void)[] = []
    standIn({ 'GET /api/pairings': (_, { fabricId }) => (fabricId === idOf(11)
      ? { rows: [swatch(71, recipe, { washes: [wash] as never })], total: 1, page: 1, size: 60 }
      : new Promise((done) => { held.push(done) })) })
    const selection = useSelection()
    Object.assign(selection.chosen, { fabricId: idOf(11), supplyId: idOf(21), ironId: idOf(31), pressClothId: 'bare', surface: 'padded' })
    const pairing = usePairing()
    await vi.waitFor(() => expect(pairing.settled).toBe(true))
    expect([pairing.provedRecipe?.holdS, pairing.swatches.length]).toEqual([14, 1])
    selection.chosen.fabricId = idOf(12)
    expect([pairing.provedRecipe, pairing.swatches.length, pairing.settled]).toEqual([null, 0, false])
    held[0]!({ rows: [], total: 0, page: 1, size: 60 })
    await vi.waitFor(() => expect(pairing.settled).toBe(true))
    expect([pairing.provedRecipe, pairing.slipped]).toEqual([null, false])
  })
  it.each([
    ['on what it was pressed on', {}, false], ['another pressing surface', { surface: 'flat' }, true],
    ['another iron', { ironId: idOf(32) },
      true],
    ['a layer more', { overIds: [idOf(22)] }, true], ['under a press cloth', { pressClothId: idOf(41) }, true],
  ] as const)('a proof on %s: slipped, or not', async (_, over, slipped) => {
    standIn({ 'GET /api/pairings': () => ({ rows: [swatch(71, recipe, { washes: [wash] as never })], total: 1, page: 1, size: 60 }) })
    const lying = { fabricId: idOf(11), supplyId: idOf(21), ironId: idOf(31), pressClothId: 'bare', surface: 'padded' as const,
      overIds: [] }
    Object.assign(useSelection().chosen, lying)
    const pairing = usePairing()
    await vi.waitFor(() => expect(pairing.settled).toBe(true))
    Object.assign(useSelection().chosen, over)
    await vi.waitFor(() => expect([pairing.slipped, pairing.provedRecipe === null]).toEqual([slipped, slipped]))
  })
})
