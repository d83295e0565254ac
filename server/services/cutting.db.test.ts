import { randomUUID } from 'node:crypto'
import fc from 'fast-check'
import { Op } from 'sequelize'
import { beforeAll, describe, expect, it } from 'vitest'
import { boxOf } from '#core/geometry'
import { partsOf, suppliesOf, toPayload } from '#shared/cutting'
import { cutBody, jobPiecesBody, layoutBody, rulesSchema, type CutBody, type JobPiece } from '#shared/schemas'
import { LayoutRow, OffcutRow, StockMovementRow, SupplyRow } from '../db/models'
import { aRoom, refusal, type Room } from '../testing/room'
import { cutLayout, cuttingOf, dropOffcut, saveLayout, offcutsOf, savePieces } from './cutting'
import { getJob, updateJob } from './jobs'
import { getSupply } from './shelf'

let room: Room
beforeAll(async () => { room = await aRoom() })

const box = (wide: number, high: number) => toPayload(boxOf({ left: 0, right: wide, bottom: 0, top: high }))

async function drawn(stockM = 3) {
  const fabric = await room.fabric(), supply = await room.supply({ stockM, widthMm: 900, lot: 'L7' })
  const job = await room.job([fabric.id])
  const piece = (name: string, more: object = {}) => ({
    id: randomUUID(), name, fabricId: fabric.id, place: 'collar', count: 1, pair: false, grain: 'any', oneWay: false, inset: null,
    shape: { ...box(200, 100), format: 1, kind: 'outline', drawnBy: 'seam' },
    allowances: { seam: 10, hem: 10, front: 10 }, interfacingId: supply.id,
    foamId: null, webId: null, ...more,
  })
  const save = async (pieces: object[], version?: number) => {
    const now = await cuttingOf(room.context, job.id)
    return savePieces(room.context, job.id, jobPiecesBody.parse({ version: version ?? now.version, pieces }))
  }
  const part = (of: { id: string }, more: object = {}) => ({
    pieceId: of.id, role: 'interfacing', number: 0, x: 150, y: 100, turnDeg: 0, pinned: false, offcutId: null, ...more,
  })
  const cut = (parts: object[], metres: number, more: Partial<CutBody> = {}) =>
    cutLayout(room.context, job.id, cutBody.parse({ clientKey: randomUUID(), supplyId: supply.id, metres, parts, ...more }))
  return { fabric, supply, job, piece, save, part, cut }
}

describe('the pieces of a job', () => {
  it('are saved over the version they were begun from, in their order; the job\'s own version stays', async () => {
    const { job, piece, save } = await drawn(), [a, b] = [piece('Collar'), piece('Cuff')]
    await save([a, b])
    const { pieces, version } = await save([{ ...b, count: 2 }, a])
    expect(pieces.map(p => [p.name, p.count])).toEqual([['Cuff', 2], ['Collar', 1]])
    expect([version, (await getJob(room.context, job.id)).version]).toEqual([2, job.version])
    const late = await refusal(save([a], 1))
    expect(late.status).toBe(409)
    expect((await save([a])).pieces.map(p => p.name)).toEqual(['Collar'])
    expect((await getJob(room.context, job.id)).progress[0]).toMatchObject({ parts: 1, cut: 0 })
  })
  it('how many parts they come to is the same in the database as where they are laid, however they are backed', async () => {
    const { fabric, supply, job, save, piece } = await drawn(),
      foam = await room.supply({ family: 'foam', overhangMm: 200, adhesive: null })
    const web = await room.supply({ family: 'web', base: 'none', adhesive: 'polyamideWeb' }),
      of = (id: string, is: boolean) => (is ? id : null)
    const backed = fc.record({
      count: fc.integer({ min: 1, max: 4 }), pair: fc.boolean(), place: fc.constantFrom('collar', 'mat'),
      is: fc.tuple(fc.boolean(), fc.boolean(), fc.boolean()),
    })
    await fc.assert(fc.asyncProperty(fc.array(backed, { minLength: 1, maxLength: 6 }), async (all) => {
      const { pieces } = await save(all.map(({ is: [interfacing, stiff, glued], ...p }, i) => piece(`Piece ${i}`, {
        ...p, interfacingId: of(supply.id, interfacing), foamId: of(foam.id, stiff), webId: of(web.id, glued),
      })))
      const ground = {
        rules: rulesSchema.parse({}), shrink: {}, fabricMm: () => 0.3,
        supply: (id: string) => [supply, foam, web].find(s => s.id === id) ?? null,
      }
      const laid = suppliesOf(pieces).reduce((sum, id) => sum + partsOf(pieces, id, ground).length, 0)
      const { progress } = await getJob(room.context, job.id)
      expect(progress.find(p => p.fabricId === fabric.id)!.parts).toBe(laid)
    }), { numRuns: 20, seed: 4 })
  })
  it('which half of a piece is backed is kept with it', async () => {
    const { piece, save } = await drawn()
    expect((await save([piece('Cuff', { half: 'upper' }), piece('Collar')])).pieces.map(p => p.half)).toEqual(['upper', null])
  })
  it('a piece of another job is not taken over, and nothing is drawn on things that are gone', async () => {
    const one = await drawn(), other = await drawn(), piece = one.piece('Collar')
    await one.save([piece])
    expect((await refusal(other.save([{ ...piece, fabricId: other.fabric.id }]))).said).toMatch(/belongs to another job/)
    expect((await one.save([piece])).pieces).toHaveLength(1)
    expect((await refusal(one.save([one.piece('Cuff', { fabricId: randomUUID() })]))).status).toBe(422)
    expect((await refusal(one.save([one.piece('Cuff', { interfacingId: randomUUID() })]))).status).toBe(422)
    const elsewhere = await aRoom()
    expect((await refusal(cuttingOf(elsewhere.context, one.job.id))).status).toBe(404)
  })
  it('what was cut stays in the job', async () => {
    const { piece, save, part, cut } = await drawn(), a = piece('Collar'), b = piece('Cuff')
    await save([a, b])
    await cut([part(a)], 0.5)
    expect((await refusal(save([b]))).said).toMatch(/Pieces: Collar has been cut already/)
    expect((await save([a])).pieces.map(p => p.name)).toEqual(['Collar'])
  })
})

describe('a layout', () => {
  it('is kept as it is drawn, and a newer one takes its place; parts are of this job', async () => {
    const { supply, job, piece, save, part } = await drawn(), a = piece('Collar')
    await save([a])
    const keep = (parts: object[]) => saveLayout(room.context, job.id, layoutBody.parse({ supplyId: supply.id, parts }))
    await keep([part(a)])
    const { layouts } = await keep([part(a, { x: 300, pinned: true })])
    expect(layouts.map(l => [l.cutAt, l.parts.map(p => [p.x, p.pinned])])).toEqual([[null, [[300, true]]]])
    expect((await refusal(keep([part({ id: randomUUID() })]))).said).toMatch(/a piece has been removed/)
    expect((await keep([])).layouts).toEqual([])
    expect((await getSupply(room.context, supply.id)).stockM).toBe(3)
  })
  it('is cut once however often it is sent: its metres leave the shelf, what is left lies there with its lot', async () => {
    const { supply, job, piece, save, part, cut } = await drawn(), a = piece('Collar'), clientKey = randomUUID()
    await save([a])
    await saveLayout(room.context, job.id, layoutBody.parse({ supplyId: supply.id, parts: [part(a)] }))
    for (let times = 0; times < 2; times++) {
      const { layouts, offcuts } = await cut([part(a)], 0.5, { clientKey })
      expect(layouts.map(l => [l.metres, l.cutAt !== null])).toEqual([[0.5, true]])
      expect(offcuts.length).toBeGreaterThan(0)
      expect(offcuts.every(o => o.lot === 'L7' && o.supplyId === supply.id)).toBe(true)
      expect((await getSupply(room.context, supply.id)).stockM).toBeCloseTo(2.5, 9)
    }
    const moved = await StockMovementRow.findAll({ where: { supplyId: supply.id } })
    expect(moved.map(m => [m.metres, m.reason])).toEqual([[-0.5, 'used']])
    expect((await refusal(cut([part(a)], 0.6, { clientKey }))).status).toBe(409)
    expect((await refusal(cut([part(a)], 0.5))).said).toMatch(/Collar was cut already/)
  })
  it('no more is cut than lies there, and then nothing is kept of it', async () => {
    const { supply, job, piece, save, part, cut } = await drawn(0.4), a = piece('Collar')
    await save([a])
    expect((await refusal(cut([part(a)], 0.5))).said).toMatch(/metres: Length: only 0.4 m in stock/)
    expect([(await getSupply(room.context, supply.id)).stockM, (await cuttingOf(room.context, job.id)).layouts]).toEqual([0.4, []])
    expect(await OffcutRow.count({ where: { supplyId: supply.id } })).toBe(0)
    await cut([part(a)], 0.4)
    expect((await getSupply(room.context, supply.id)).stockM).toBe(0)
  })
  it('ten boards cut of one roll at once: no metre is cut twice', async () => {
    const { supply, piece, save, part, cut } = await drawn(1.25), all = Array.from({ length: 10 }, (_, i) => piece(`P${i}`))
    await save(all)
    const done = await Promise.allSettled(all.map(p => cut([part(p)], 0.5)))
    expect(done.filter(d => d.status === 'fulfilled')).toHaveLength(2)
    expect((await getSupply(room.context, supply.id)).stockM).toBeCloseTo(0.25, 9)
    expect(await LayoutRow.count({ where: { supplyId: supply.id, cutAt: { [Op.ne]: null } } })).toBe(2)
  })
  it('the pieces changed meanwhile: it is laid again', async () => {
    const { supply, job, piece, save, part, cut } = await drawn(), a = piece('Collar')
    await save([a])
    // Narrower than what it was judged on.
    await SupplyRow.update({ widthMm: 150 }, { where: { id: supply.id } })
    expect((await refusal(cut([part(a)], 0.5))).status).toBe(422)
    await SupplyRow.update({ widthMm: 900 }, { where: { id: supply.id } })
    const both = await Promise.allSettled([cut([part(a)], 0.5), save([{ ...a, count: 2 } as unknown as JobPiece])])
    expect(both.some(d => d.status === 'fulfilled')).toBe(true)
    // Another change of the job's own form does not matter to it.
    await updateJob(room.context, job.id, { ...await getJob(room.context, job.id), note: 'soon' } as never)
  })
  it('lies on an offcut, which is used by it; one that is gone is laid on no more', async () => {
    const { supply, piece, save, part, cut } = await drawn(), a = piece('Collar'), b = piece('Cuff')
    await save([a, b])
    const offcut = await OffcutRow.create({
      id: randomUUID(), workroomId: room.context.workroomId, supplyId: supply.id, outline: box(600, 400), lot: 'L6',
    })
    const { offcuts } = await cut([part(a, { offcutId: offcut.id })], 0)
    expect((await getSupply(room.context, supply.id)).stockM).toBe(3)
    expect(await StockMovementRow.count({ where: { supplyId: supply.id } })).toBe(0)
    expect(offcuts.some(o => o.id === offcut.id)).toBe(false)
    expect((await refusal(cut([part(b, { offcutId: offcut.id })], 0))).said).toMatch(/an offcut has been used/)
    const [left] = await offcutsOf(room.context, supply.id)
    await dropOffcut(room.context, left!.id)
    expect((await offcutsOf(room.context, supply.id)).some(o => o.id === left!.id)).toBe(false)
    expect((await refusal(dropOffcut(room.context, left!.id))).status).toBe(404)
    const elsewhere = await aRoom()
    expect((await refusal(offcutsOf(elsewhere.context, supply.id))).status).toBe(404)
  })
})
