import { randomUUID } from 'node:crypto'
import { Op } from 'sequelize'
import { atOrigin, boundsOf, boxOf, difference, offset, overlap, type Outline } from '#core/geometry'
import { laidOutline, layFaults, leftOver } from '#core/lay'
import { settlingOf } from '#core/shrink'
import {
  cutPiece, fromPayload, GAP_MM, partId, partsOf, suppliesOf, toPayload, usableWidthMm, type CuttingGround, type Part,
} from '#shared/cutting'
import {
  jobPieceSchema,
  layPartSchema,
  MOST,
  outlinePayload,
  rulesSchema,
  type ClothShrink,
  type CutBody,
  type Cutting,
  type JobPiece,
  type JobPiecesBody,
  type LayBody,
  type LayPart,
  type Offcut,
  type Supply,
} from '#shared/schemas'
import { layFaultSentence } from '#shared/words'
import { database } from '../db/connection'
import {
  ClothRow,
  JobPieceRow,
  JobRow,
  LayPartRow,
  LayRow,
  OffcutRow,
  SettlePassRow,
  StockMovementRow,
  SupplyRow,
  WorkshopRow,
} from '../db/models'
import type { Context } from '../utils/context'
import { conflict, invalid, notFound } from '../utils/problem'
import { keysOf, pick } from './columns'
import { toSupply } from './shelf'

const PIECE_KEYS = keysOf(jobPieceSchema.shape),
  PART_KEYS = keysOf(layPartSchema.shape)
const toPiece = (row: JobPieceRow): JobPiece => jobPieceSchema.parse(pick(row.get(), PIECE_KEYS))
const toPart = (row: LayPartRow): LayPart => pick(row.get(), PART_KEYS) as LayPart
const toOffcut = (o: OffcutRow): Offcut => ({
  id: o.id,
  supplyId: o.supplyId,
  outline: outlinePayload.parse(o.outline),
  lot: o.lot,
  createdAt: o.createdAt.toISOString(),
})

const ownedJob = async ({ workshopId }: Context, id: string, lock = false): Promise<JobRow> => {
  const row = await JobRow.findOne({ where: { id, workshopId }, ...(lock ? { lock: true } : {}) })
  if (!row) throw notFound('job')
  return row
}

/** How each cloth moves under the iron, as far as it was settled. */
async function shrinkOf(clothIds: readonly string[]): Promise<Record<string, ClothShrink | null>> {
  const passes = await SettlePassRow.findAll({ where: { clothId: [...clothIds] }, order: [['createdAt', 'ASC']] })
  return Object.fromEntries(
    clothIds.map((id) => {
      const own = passes.filter(p => p.clothId === id)
      const last = own.at(-1)
      if (!last) return [id, null]
      const { passes: each, settledUpToC } = settlingOf(own, null)
      return [id, { alongPct: Math.max(0, each.at(-1)!.alongPct), acrossPct: Math.max(0, each.at(-1)!.acrossPct), settledUpToC }]
    }),
  )
}

/** Everything that the cutting of a job needs to know. */
export async function cuttingOf(context: Context, jobId: string): Promise<Cutting> {
  const job = await ownedJob(context, jobId)
  const [pieces, lays] = await Promise.all([
    JobPieceRow.findAll({ where: { jobId }, order: [['position', 'ASC']] }),
    LayRow.findAll({ where: { jobId }, order: [['createdAt', 'ASC']] }),
  ])
  const supplyIds = suppliesOf(pieces.map(toPiece))
  const [parts, offcuts, shrink] = await Promise.all([
    LayPartRow.findAll({
      where: { layId: lays.map(l => l.id) },
      order: [
        ['pieceId', 'ASC'],
        ['role', 'ASC'],
        ['number', 'ASC'],
      ],
    }),
    OffcutRow.findAll({ where: { supplyId: supplyIds, usedAt: null }, order: [['createdAt', 'ASC']] }),
    shrinkOf([...new Set(pieces.map(p => p.clothId))]),
  ])
  return {
    pieces: pieces.map(toPiece),
    version: job.piecesVersion,
    offcuts: offcuts.map(toOffcut),
    shrink,
    lays: lays.map(l => ({
      id: l.id,
      supplyId: l.supplyId,
      cutAt: l.cutAt?.toISOString() ?? null,
      metres: l.metres,
      parts: parts.filter(p => p.layId === l.id).map(toPart),
    })),
  }
}

/** What the pieces are made of must be kept in this workroom. */
async function checkPieces({ workshopId }: Context, pieces: readonly JobPiece[]): Promise<void> {
  const clothIds = [...new Set(pieces.map(p => p.clothId))]
  const supplyIds = suppliesOf(pieces)
  if ((await ClothRow.count({ where: { workshopId, id: clothIds } })) < clothIds.length)
    throw invalid([{ field: 'pieces', message: 'Cloth: one of them is not kept here any more. Choose another.' }])
  if ((await SupplyRow.count({ where: { workshopId, id: supplyIds } })) < supplyIds.length)
    throw invalid([{ field: 'pieces', message: 'Backing: one of them is not kept here any more. Choose another.' }])
}

/** Saves the pieces of a job over the version they were begun from. */
export async function savePieces(context: Context, jobId: string, { version, pieces }: JobPiecesBody): Promise<Cutting> {
  await ownedJob(context, jobId)
  await checkPieces(context, pieces)
  await groundOf(context, pieces).then(ground => pieces.forEach((p, i) => judge(p, i, ground)))
  const stands = await database().transaction(async () => {
    const job = await ownedJob(context, jobId, true)
    if (job.piecesVersion !== version) return false
    const ids = pieces.map(p => p.id)
    if ((await JobPieceRow.count({ where: { id: ids, jobId: { [Op.ne]: jobId } } })) > 0)
      throw invalid([{ field: 'pieces', message: 'Pieces: one of them belongs to another job. Copy it instead.' }])
    await JobPieceRow.destroy({ where: { jobId, id: { [Op.notIn]: ids } } })
    for (const [position, piece] of pieces.entries())
      await JobPieceRow.upsert({ ...piece, jobId, position, workshopId: context.workshopId })
    await job.increment('piecesVersion')
    return true
  })
  const cutting = await cuttingOf(context, jobId)
  if (!stands) throw conflict('job', cutting, { version, pieces })
  return cutting
}

/** Says why a piece cannot be cut as it stands, at the piece. */
function judge(piece: JobPiece, i: number, ground: CuttingGround): void {
  try {
    cutPiece(piece, ground)
  } catch (error) {
    if (error instanceof RangeError) throw invalid([{ field: `pieces.${i}`, message: `${piece.name}: ${error.message}` }])
    throw error
  }
}

async function groundOf({ workshopId }: Context, pieces: readonly JobPiece[]): Promise<CuttingGround> {
  const clothIds = [...new Set(pieces.map(p => p.clothId))]
  const supplyIds = suppliesOf(pieces)
  const [room, cloths, supplies, shrink] = await Promise.all([
    WorkshopRow.findByPk(workshopId),
    ClothRow.findAll({ where: { id: clothIds, workshopId }, paranoid: false }),
    SupplyRow.findAll({ where: { id: supplyIds, workshopId }, paranoid: false }),
    shrinkOf(clothIds),
  ])
  const thick = new Map(cloths.map(c => [c.id, c.thicknessMm])),
    shelf = new Map<string, Supply>(supplies.map(s => [s.id, toSupply(s.get({ plain: true }))]))
  return {
    rules: rulesSchema.parse(room?.rules ?? {}),
    shrink,
    clothMm: id => thick.get(id) ?? 0.5,
    supply: id => shelf.get(id) ?? null,
  }
}

/** A job's pieces and what cutting must know of them. */
export async function pieceGround(context: Context, jobId: string) {
  const job = await ownedJob(context, jobId)
  const pieces = (await JobPieceRow.findAll({ where: { jobId }, order: [['position', 'ASC']] })).map(toPiece)
  return { job, pieces, ground: await groundOf(context, pieces) }
}

/** Keeps the lay of a supply as it is drawn now. */
export async function keepLay(context: Context, jobId: string, { supplyId, parts }: LayBody): Promise<Cutting> {
  await ownedJob(context, jobId)
  await ownedSupply(context, supplyId)
  await database().transaction(async () => {
    await ownedJob(context, jobId, true)
    await checkParts(jobId, supplyId, parts)
    await LayRow.destroy({ where: { jobId, supplyId, cutAt: null } })
    if (parts.length > 0) await writeLay(context, jobId, { supplyId, parts, metres: 0, cutAt: null, clientKey: null })
  })
  return cuttingOf(context, jobId)
}

async function ownedSupply({ workshopId }: Context, id: string, lock = false): Promise<SupplyRow> {
  const supply = await SupplyRow.findOne({ where: { id, workshopId }, ...(lock ? { lock: true } : {}) })
  if (!supply) throw notFound('supply')
  return supply
}

/** Every part must be of a piece of this job, and lie on an offcut that is still there. */
async function checkParts(jobId: string, supplyId: string, parts: readonly LayPart[]): Promise<OffcutRow[]> {
  const pieceIds = [...new Set(parts.map(p => p.pieceId))],
    offcutIds = [...new Set(parts.flatMap(p => p.offcutId ?? []))]
  if ((await JobPieceRow.count({ where: { jobId, id: pieceIds } })) < pieceIds.length)
    throw invalid([{ field: 'parts', message: 'Parts: a piece was taken away meanwhile. Lay it again.' }])
  const offcuts = await OffcutRow.findAll({ where: { id: offcutIds, supplyId, usedAt: null }, lock: true })
  if (offcuts.length < offcutIds.length)
    throw invalid([{ field: 'parts', message: 'Parts: an offcut was used meanwhile. Lay it again.' }])
  return offcuts
}

async function writeLay(
  { workshopId }: Context,
  jobId: string,
  { parts, ...lay }: { supplyId: string, parts: readonly LayPart[], metres: number, cutAt: Date | null, clientKey: string | null },
): Promise<void> {
  const row = await LayRow.create({ ...lay, jobId, workshopId })
  await LayPartRow.bulkCreate(parts.map(p => ({ ...p, layId: row.id, workshopId })))
}

const HAIR_MM = 0.05
const within = (part: Outline, offcut: Outline): boolean => offset(difference([part], [offcut]), -HAIR_MM).length === 0

/** Judges a lay as it would be cut; what is left of roll and offcuts comes back. */
function judgeLay(body: CutBody, parts: readonly Part[], supply: Supply, offcuts: readonly OffcutRow[]): Outline[] {
  const byId = new Map(parts.map(p => [p.id, p]))
  const nameOf = (id: string) => byId.get(id)?.name ?? 'A part'
  const laid = body.parts.map(p => ({ ...p, id: partId(p) }))
  const refuse = (message: string) => invalid([{ field: 'parts', message: `Parts: ${message}` }])
  const gone = laid.find(p => !byId.has(p.id))
  if (gone) throw refuse('the pieces are other ones meanwhile. Lay it again.')
  const onRoll = laid.filter(p => p.offcutId === null),
    wideMm = usableWidthMm(supply)
  const [fault] = layFaults(parts, onRoll, wideMm, 0, body.metres * 1000)
  if (fault) throw refuse(layFaultSentence(fault, nameOf))
  const outlineOf = (p: (typeof laid)[number]) => laidOutline(byId.get(p.id)!.outline, p)
  const left = onRoll.length > 0 ? leftOver(onRoll.map(outlineOf), wideMm, body.metres * 1000, GAP_MM) : []
  for (const offcut of offcuts) {
    const on = laid.filter(p => p.offcutId === offcut.id),
      outlines = on.map(outlineOf),
      whole = fromPayload(offcut.outline)
    on.forEach((p, i) => {
      if (!within(outlines[i]!, whole)) throw refuse(`${nameOf(p.id)} does not lie within its offcut.`)
      if (outlines.some((o, k) => k > i && overlap(offset([o], -HAIR_MM)[0] ?? o, outlines[i]!)))
        throw refuse(`${nameOf(p.id)} lies on another part of its offcut.`)
    })
    const { wideMm: w, highMm: h } = boundsOf(whole)
    // What of the offcut's own frame was never there is taken as laid too.
    const missing = difference([boxOf({ left: 0, right: w, bottom: 0, top: h })], [whole])
    left.push(...leftOver([...outlines, ...missing], w, h, GAP_MM))
  }
  return left.map(atOrigin)
}

/** Cuts a lay: its metres leave the shelf, its parts are cut, what is left of roll and offcuts is kept. Sent twice it is cut once. */
export async function cutLay(context: Context, jobId: string, body: CutBody): Promise<Cutting> {
  const { workshopId } = context
  await database().transaction(async () => {
    await ownedJob(context, jobId, true)
    const { pieces, ground } = await pieceGround(context, jobId)
    const before = await LayRow.findOne({ where: { workshopId, clientKey: body.clientKey } })
    if (before) {
      if (before.jobId === jobId && before.supplyId === body.supplyId) return
      throw invalid([{ field: 'clientKey', message: 'Key: it belongs to another lay.' }])
    }
    const supply = await ownedSupply(context, body.supplyId, true)
    const offcuts = await checkParts(jobId, body.supplyId, body.parts)
    const cut = await LayRow.findAll({ where: { jobId, supplyId: body.supplyId, cutAt: { [Op.ne]: null } }, attributes: ['id'] })
    const cutParts = await LayPartRow.findAll({ where: { layId: cut.map(l => l.id) } })
    const done = new Set(cutParts.map(p => partId(p)))
    const twice = body.parts.find(p => done.has(partId(p)))
    if (twice) {
      const name = pieces.find(p => p.id === twice.pieceId)?.name ?? 'A part'
      throw invalid([{ field: 'parts', message: `Parts: ${name} was cut already. Lay the rest again.` }])
    }
    if (body.metres > supply.stockM + 1e-9)
      throw invalid([{ field: 'metres', message: `Metres: only ${supply.stockM} m are on the shelf.` }])
    const left = judgeLay(body, partsOf(pieces, body.supplyId, ground), toSupply(supply.get({ plain: true })), offcuts)
    await LayRow.destroy({ where: { jobId, supplyId: body.supplyId, cutAt: null } })
    await writeLay(context, jobId, { ...body, cutAt: new Date() })
    if (body.metres > 0) {
      await StockMovementRow.create({ supplyId: supply.id, workshopId, metres: -body.metres, reason: 'used' })
      await supply.update({ stockM: Math.max(0, supply.stockM - body.metres) })
    }
    await OffcutRow.update({ usedAt: new Date() }, { where: { id: offcuts.map(o => o.id) } })
    const room = MOST.offcuts - (await OffcutRow.count({ where: { supplyId: supply.id, usedAt: null } }))
    await OffcutRow.bulkCreate(
      left.slice(0, Math.max(0, room)).map(o => ({
        id: randomUUID(),
        workshopId,
        supplyId: supply.id,
        outline: toPayload(o),
        lot: supply.lot,
      })),
    )
  })
  return cuttingOf(context, jobId)
}

/** The offcuts of a supply that are there. */
export async function offcutsOf(context: Context, supplyId: string): Promise<Offcut[]> {
  await ownedSupply(context, supplyId)
  return (await OffcutRow.findAll({ where: { supplyId, usedAt: null }, order: [['createdAt', 'ASC']] })).map(toOffcut)
}

/** An offcut that is gone is not laid on any more; what was cut from it keeps it. */
export async function dropOffcut({ workshopId }: Context, id: string): Promise<void> {
  const [count] = await OffcutRow.update({ usedAt: new Date() }, { where: { id, workshopId, usedAt: null } })
  if (count === 0) throw notFound('offcut')
}
