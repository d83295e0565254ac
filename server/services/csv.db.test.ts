import { beforeEach, describe, expect, it, vi } from 'vitest'
import { FABRIC_CSV, fromCsv, SUPPLY_CSV } from '#shared/csv'
import { fabricQuery, supplyQuery, type Fate, type ImportReport } from '#shared/schemas'
import { FabricFibreRow } from '../db/models'
import { aRoom, refusal, type Room } from '../testing/room'
import { exportFabrics, exportSupplies, importFabrics, importSupplies } from './csv'
import { getFabric, listFabrics } from './fabrics'
import { getSupply, listSupplies } from './shelf'

/** A sheet is read on a thread; here it is read at once. */
vi.mock('../work/worker-pool', () => ({
  onThread: async (_: string, what: 'fabrics' | 'supplies', csv: string) =>
    what === 'fabrics' ? fromCsv(FABRIC_CSV, csv) : fromCsv(SUPPLY_CSV, csv),
}))
let room: Room
beforeEach(async () => { room = await aRoom() })
const fates = ({ rows }: ImportReport): [string, Fate][] => rows.map(r => [r.code, r.fate])
/** The sheet with a cell of one row written anew. */
function rewritten(csv: string, code: string, column: string, value: string): string {
  const [head, ...rows] = csv.split('\r\n'), at = head!.split(',').indexOf(column)
  expect(at).toBeGreaterThanOrEqual(0)
  return [head, ...rows.map(row => (row.startsWith(`${code},`) ? row.split(',').with(at, value).join(',') : row))].join('\r\n')
}
const fabricsOf = async (of: Room) => (await listFabrics(of.context, fabricQuery.parse({}))).rows
const suppliesOf = async (of: Room) => (await listSupplies(of.context, supplyQuery.parse({}))).rows

describe('a sheet of supplies', () => {
  it('that went out comes in as it was: every row the same, none counted as changed', async () => {
    const [a, b] = [await room.supply({ code: 'A', pricePerM: 4.2 }), await room.supply({ code: 'B', adhesive: null, adhesiveGsm: 0 })]
    const report = await importSupplies(room.context, await exportSupplies(room.context), false)
    expect([fates(report), report.counts]).toEqual([[['A', 'same'], ['B', 'same']], { new: 0, changes: 0, same: 2, refused: 0 }])
    for (const { id, version } of [a, b]) expect((await getSupply(room.context, id)).version).toBe(version)
  })
  it('changes what it says otherwise, under the same id, by its code however that is written, and counts it as a change', async () => {
    const a = await room.supply({ code: 'Lawn-A' }), b = await room.supply({ code: 'B' })
    const csv = rewritten(await exportSupplies(room.context), 'Lawn-A', 'name', 'Other lawn').replace('Lawn-A,', 'LAWN-a,')
    const report = await importSupplies(room.context, csv, false)
    expect([fates(report).toSorted(), report.stored]).toEqual([[['B', 'same'], ['LAWN-a', 'changes']], true])
    expect(await getSupply(room.context, a.id)).toMatchObject({ name: 'Other lawn', version: a.version + 1, massGsm: a.massGsm })
    expect((await getSupply(room.context, b.id)).version).toBe(b.version)
    // Sent once more it is the same.
    expect((await importSupplies(room.context, csv, false)).counts).toMatchObject({ same: 2, changes: 0 })
  })
  it('tried out first says what would come of it, and stores nothing', async () => {
    const a = await room.supply({ code: 'A' })
    const csv = rewritten(await exportSupplies(room.context), 'A', 'name', 'Other')
    const more = [...csv.split('\r\n').slice(0, 2), csv.split('\r\n')[1]!.replace(/^A,/, 'N,')].join('\r\n')
    const tried = await importSupplies(room.context, more, true)
    expect([tried.stored, fates(tried)]).toEqual([false, [['A', 'changes'], ['N', 'new']]])
    expect((await suppliesOf(room)).map(s => [s.code, s.name, s.version])).toEqual([['A', a.name, a.version]])
  })
  it('of which one row cannot be taken is stored not at all; the row is named with what is wrong', async () => {
    await room.supply({ code: 'A' })
    const csv = await exportSupplies(room.context), row = csv.split('\r\n')[1]!
    const three = [csv.split('\r\n')[0], ...['A,', 'B,', 'C,'].map(code => row.replace(/^A,/, code))].join('\r\n')
    const bad = rewritten(three, 'C', 'mass_gsm', '-4')
    const report = await importSupplies(room.context, bad, false)
    expect([fates(report), report.stored]).toEqual([[['A', 'same'], ['B', 'new'], ['C', 'refused']], false])
    expect(report.rows[2]).toMatchObject({ line: 4, problems: expect.arrayContaining([expect.stringMatching(/^Weight: /)]) })
    expect((await suppliesOf(room)).map(s => s.code)).toEqual(['A'])
  })
  it('that is none is refused with a sentence', async () => {
    expect((await refusal(importSupplies(room.context, 'nothing of the kind', false))).said).toMatch(/csv: File: /)
  })
  it('touches no other workroom: its code is free there', async () => {
    await room.supply({ code: 'A' })
    const other = await aRoom(), csv = await exportSupplies(room.context)
    expect(fates(await importSupplies(other.context, csv, false))).toEqual([['A', 'new']])
    expect(fates(await importSupplies(room.context, rewritten(csv, 'A', 'name', 'Mine'), false))).toEqual([['A', 'changes']])
    expect((await suppliesOf(other)).map(s => s.name)).toEqual(['Lawn'])
  })
})

describe('a sheet of fabrics', () => {
  const blend = [{ fibre: 'wool', sharePct: 70 }, { fibre: 'polyester', sharePct: 30 }]
  it('goes out and comes in with its fibres in their order', async () => {
    const a = await room.fabric({ code: 'A', fibres: blend }), csv = await exportFabrics(room.context)
    expect(fates(await importFabrics(room.context, csv, false))).toEqual([['A', 'same']])
    const other = await aRoom()
    expect(fates(await importFabrics(other.context, csv, false))).toEqual([['A', 'new']])
    expect(await fabricsOf(other)).toMatchObject([{ code: 'A', name: a.name, fibres: blend, version: 0 }])
  })
  it('with other fibres changes them all, and leaves none of the old', async () => {
    const a = await room.fabric({ code: 'A', fibres: blend }), b = await room.fabric({ code: 'B' })
    const report = await importFabrics(room.context, rewritten(await exportFabrics(room.context), 'A', 'fibres', 'silk 100'), false)
    expect(fates(report)).toEqual([['A', 'changes'], ['B', 'same']])
    expect(await getFabric(room.context, a.id)).toMatchObject({ fibres: [{ fibre: 'silk', sharePct: 100 }], version: a.version + 1 })
    expect(await FabricFibreRow.count({ where: { fabricId: a.id } })).toBe(1)
    expect((await getFabric(room.context, b.id)).fibres).toEqual(b.fibres)
  })
})
