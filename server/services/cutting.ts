import { randomUUID } from 'node:crypto'
import { Op, UniqueConstraintError } from 'sequelize'
import { shrinkageOf } from '#core/shrink'
import { partId, suppliesOf, type GroundRows } from '#shared/cutting'
import {
  jobPieceSchema, layoutPartSchema, MOST, outlinePayload, type FabricShrink, type CutBody, type Cutting, type JobPiece, type JobPiecesBody,
  type LayoutBody, type LayoutPart, type Offcut, type OutlinePayload,
} from '#shared/schemas'
import { HELD, transact } from '../db/transaction'
import {
  FabricRow, IronRow, JobPieceRow, LayoutPartRow, LayoutRow, OffcutRow, PreshrinkPassRow, StockMovementRow, SupplyRow,
} from '../db/models'
import type { Context } from '../utils/context'
import { conflict, invalid, notFound, taken } from '../utils/problem'
import { onThread } from '../work/worker-pool'
import { keysOf, pick } from './sql/columns'
import { ownedJob, raiseVersion } from './jobs'
import { hasSameContent } from './sql/keyed'
import { toSupply } from './shelf'
import { rowReader } from './rows/unreadable'
import { getWorkroom } from './workroom'

const PIECE_KEYS = keysOf(jobPieceSchema.shape), PART_KEYS = keysOf(layoutPartSchema.shape)
const piecesIn = rowReader('jobPieces', jobPieceSchema), outlinesIn = rowReader('offcuts', outlinePayload)
const toPieces = (rows: readonly JobPieceRow[]): JobPiece[] => piecesIn(rows, row => pick(row.get(), PIECE_KEYS))
const toPart = (row: LayoutPartRow): LayoutPart => pick(row.get(), PART_KEYS) as LayoutPart
const toOffcuts = (rows: readonly OffcutRow[]): Offcut[] => rows.flatMap(o =>
  outlinesIn([o], row => row.outline).map((outline): Offcut => ({
    id: o.id, supplyId: o.supplyId, outline, lot: o.lot, createdAt: o.createdAt.toISOString(),
  })))

const SMALLER = 'Take shapes with fewer corners, or fewer parts at once.'

/** How each fabric moves under the iron, as far as it was preshrunk. */
async function shrinkOf(fabricIds: readonly string[]): Promise<Record<string, FabricShrink | null>> {
  const passes = await PreshrinkPassRow.findAll({ where: { fabricId: [...fabricIds] }, order: [['createdAt', 'ASC']] })
  return Object.fromEntries(
    fabricIds.map((id) => {
      const own = passes.filter(p => p.fabricId === id)
      if (own.length === 0) return [id, null]
      const { passes: each, preshrunkUpToC } = shrinkageOf(own, null), last = each.at(-1)!
      return [id, { alongPct: Math.max(0, last.alongPct), acrossPct: Math.max(0, last.acrossPct), preshrunkUpToC }]
    }),
  )
}

const pieceRowsOf = (jobId: string) => JobPieceRow.findAll({ where: { jobId }, order: [['position', 'ASC']] })

/** Everything that the cutting of a job needs to know. */
export async function cuttingOf(context: Context, jobId: string): Promise<Cutting> {
  const job = await ownedJob(context, jobId)
  const pieces = toPieces(await pieceRowsOf(jobId))
  const layouts = await LayoutRow.findAll({ where: { jobId }, order: [['createdAt', 'ASC']] })
  const parts = await LayoutPartRow.findAll({ where: { layoutId: layouts.map(l => l.id) }, order: ['pieceId', 'role', 'number'] })
  const offcuts = await OffcutRow.findAll({ where: { supplyId: suppliesOf(pieces), usedAt: null }, order: [['createdAt', 'ASC']] })
  return {
    pieces,
    version: job.piecesVersion,
    offcuts: toOffcuts(offcuts),
    shrink: await shrinkOf([...new Set(pieces.map(p => p.fabricId))]),
    layouts: layouts.map(l => ({
      id: l.id,
      supplyId: l.supplyId,
      cutAt: l.cutAt?.toISOString() ?? null,
      metres: l.metres,
      parts: parts.filter(p => p.layoutId === l.id).map(toPart),
    })),
  }
}

/** What the pieces are made of, and the irons whose positions stand on them, must be kept in this workroom. */
async function checkPieces({ workroomId }: Context, pieces: readonly JobPiece[]): Promise<void> {
  const fabricIds = [...new Set(pieces.map(p => p.fabricId))], supplyIds = suppliesOf(pieces)
  const ironIds = [...new Set(pieces.flatMap(p => p.byHand.map(h => h.ironId)))]
  const refuse = (what: string) =>
    invalid([{ field: 'pieces', message: `${what}: one of them is not kept here any more. Choose another.` }])
  if ((await FabricRow.count({ where: { workroomId, id: fabricIds } })) < fabricIds.length) throw refuse('Fabric')
  if ((await SupplyRow.count({ where: { workroomId, id: supplyIds } })) < supplyIds.length) throw refuse('Interfacing')
  // One that was put away still has its positions.
  if ((await IronRow.count({ where: { workroomId, id: ironIds }, paranoid: false })) < ironIds.length) throw refuse('Iron')
}

/** What was cut stays as it was cut: its piece cannot be taken away, and so be cut once more. */
async function checkCutStays(jobId: string, kept: ReadonlySet<string>): Promise<void> {
  const cut = await LayoutRow.findAll({ where: { jobId, cutAt: { [Op.ne]: null } }, attributes: ['id'] })
  const parts = await LayoutPartRow.findAll({ where: { layoutId: cut.map(l => l.id) }, attributes: ['pieceId'] })
  const gone = parts.find(p => !kept.has(p.pieceId))
  if (!gone) return
  const piece = await JobPieceRow.findByPk(gone.pieceId, { attributes: ['name'] })
  throw invalid([{ field: 'pieces', message: `Pieces: ${piece?.name ?? 'one of them'} has been cut already, so it stays in the job.` }])
}

/** Saves the pieces of a job over the version they were begun from. */
export async function savePieces(context: Context, jobId: string, { version, pieces }: JobPiecesBody): Promise<Cutting> {
  const { workroomId } = context
  await ownedJob(context, jobId)
  await checkPieces(context, pieces)
  await onThread('judge', 'pieces', { pieces, ground: await groundRowsOf(context, pieces) }, { workroomId, smaller: SMALLER })
  const stands = await transact(async () => {
    const job = await ownedJob(context, jobId, true)
    if (job.piecesVersion !== version) return false
    const ids = new Set(pieces.map(p => p.id))
    await checkCutStays(jobId, ids)
    const rows = await JobPieceRow.findAll({ where: { jobId } })
    // One that cannot be read was not shown to whoever saved: it stays until it is set aside.
    const readable = new Set(toPieces(rows).map(p => p.id))
    const gone = rows.filter(r => readable.has(r.id) && !ids.has(r.id)).map(r => r.id)
    await JobPieceRow.destroy({ where: { workroomId, jobId, id: gone } })
    const there = new Set(rows.map(r => r.id))
    await writePieces(context, jobId, pieces, there)
    await raiseVersion(job, 'piecesVersion')
    return true
  })
  const cutting = await cuttingOf(context, jobId)
  if (!stands) throw conflict('job', cutting, { version, pieces })
  return cutting
}

/** A piece that is there is changed within its job; a new one never takes the place of another job's. */
async function writePieces({ workroomId }: Context, jobId: string, pieces: readonly JobPiece[], there: ReadonlySet<string>): Promise<void> {
  const fresh = pieces.flatMap((p, position) => (there.has(p.id) ? [] : [{ ...p, jobId, position, workroomId }]))
  for (const [position, { id, ...piece }] of pieces.entries())
    if (there.has(id)) await JobPieceRow.update({ ...piece, position }, { where: { id, jobId, workroomId } })
  try {
    await JobPieceRow.bulkCreate(fresh)
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error
    throw invalid([{ field: 'pieces', message: 'Pieces: one of them belongs to another job. Copy it instead.' }])
  }
}

async function groundRowsOf(context: Context, pieces: readonly JobPiece[]): Promise<GroundRows> {
  const { workroomId } = context, fabricIds = [...new Set(pieces.map(p => p.fabricId))]
  const fabrics = await FabricRow.findAll({ where: { id: fabricIds, workroomId }, attributes: ['id', 'thicknessMm'], paranoid: false })
  const supplies = await SupplyRow.findAll({ where: { id: suppliesOf(pieces), workroomId }, paranoid: false })
  return {
    rules: (await getWorkroom(context)).rules,
    shrink: await shrinkOf(fabricIds),
    fabricMm: Object.fromEntries(fabrics.map(c => [c.id, c.thicknessMm])),
    supplies: Object.fromEntries(supplies.map(s => [s.id, toSupply(s.get({ plain: true }))])),
  }
}

/** A job's pieces and what cutting must know of them. */
export async function pieceGround(context: Context, jobId: string) {
  const job = await ownedJob(context, jobId)
  const pieces = toPieces(await pieceRowsOf(jobId))
  return { job, pieces, ground: await groundRowsOf(context, pieces) }
}

/** Keeps the layout of a supply as it is drawn now. */
export async function saveLayout(context: Context, jobId: string, { supplyId, parts }: LayoutBody): Promise<Cutting> {
  await ownedJob(context, jobId)
  await ownedSupply(context, supplyId)
  await transact(async () => {
    await ownedJob(context, jobId, true)
    await checkParts(jobId, supplyId, parts)
    await LayoutRow.destroy({ where: { jobId, supplyId, cutAt: null } })
    if (parts.length > 0) await writeLayout(context, jobId, { supplyId, parts, metres: 0, cutAt: null, clientKey: null })
  })
  return cuttingOf(context, jobId)
}

async function ownedSupply({ workroomId }: Context, id: string, hold = false): Promise<SupplyRow> {
  const supply = await SupplyRow.findOne({ where: { id, workroomId }, ...(hold ? { lock: HELD } : {}) })
  if (!supply) throw notFound('supply')
  return supply
}

/** The offcuts that parts lie on, used already or not: whether they may still be is asked once the job is held. */
const offcutsUnder = ({ supplyId, parts }: Pick<CutBody, 'supplyId' | 'parts'>): Promise<OffcutRow[]> =>
  OffcutRow.findAll({ where: { id: [...new Set(parts.flatMap(p => p.offcutId ?? []))], supplyId } })

/** Every part must be of a piece of this job, and lie on an offcut that is still there. */
async function checkParts(jobId: string, supplyId: string, parts: readonly LayoutPart[]): Promise<void> {
  const pieceIds = [...new Set(parts.map(p => p.pieceId))],
    offcutIds = [...new Set(parts.flatMap(p => p.offcutId ?? []))]
  if ((await JobPieceRow.count({ where: { jobId, id: pieceIds } })) < pieceIds.length)
    throw invalid([{ field: 'parts', message: 'Parts: a piece has been removed. Lay it out again.' }])
  const offcuts = await OffcutRow.findAll({ where: { id: offcutIds, supplyId, usedAt: null }, order: [['id', 'ASC']], lock: HELD })
  if (offcuts.length < offcutIds.length)
    throw invalid([{ field: 'parts', message: 'Parts: an offcut has been used. Lay it out again.' }])
}

async function writeLayout(
  { workroomId }: Context,
  jobId: string,
  { parts, ...layout }: { supplyId: string, parts: readonly LayoutPart[], metres: number, cutAt: Date | null, clientKey: string | null },
): Promise<void> {
  const row = await LayoutRow.create({ ...layout, jobId, workroomId })
  await LayoutPartRow.bulkCreate(parts.map(p => ({ ...p, layoutId: row.id, workroomId })))
}

/** A layout that bears this key already; the same one sent twice is cut once, another one under its key is refused. */
async function cutBefore({ workroomId }: Context, jobId: string, body: CutBody): Promise<boolean> {
  const before = await LayoutRow.findOne({ where: { workroomId, clientKey: body.clientKey } })
  if (!before) return false
  const parts = (await LayoutPartRow.findAll({ where: { layoutId: before.id } })).map(toPart)
  const inOrder = (all: readonly LayoutPart[]) => [...all].sort((a, b) => partId(a).localeCompare(partId(b)))
  const kept = { jobId: before.jobId, supplyId: before.supplyId, metres: before.metres, parts: inOrder(parts) }
  if (!hasSameContent(kept, { jobId, supplyId: body.supplyId, metres: body.metres, parts: inOrder(body.parts) }))
    throw taken('clientKey', 'Key: it belongs to another layout that was cut already. Cut this one anew.')
  return true
}

/** What was cut of this supply already cannot be cut again. */
async function checkUncut(jobId: string, body: CutBody, pieces: readonly JobPiece[]): Promise<void> {
  const cut = await LayoutRow.findAll({ where: { jobId, supplyId: body.supplyId, cutAt: { [Op.ne]: null } }, attributes: ['id'] })
  const done = new Set((await LayoutPartRow.findAll({ where: { layoutId: cut.map(l => l.id) } })).map(p => partId(p)))
  const twice = body.parts.find(p => done.has(partId(p)))
  if (!twice) return
  const name = pieces.find(p => p.id === twice.pieceId)?.name ?? 'A part'
  throw invalid([{ field: 'parts', message: `Parts: ${name} was cut already. Lay out the rest again.` }])
}

const checkStock = (supply: SupplyRow, { metres }: CutBody): void => {
  if (metres > supply.stockM + 1e-9) throw invalid([{ field: 'metres', message: `Length: only ${supply.stockM} m in stock.` }])
}

/**
 * Cuts a layout: its metres leave the shelf, its parts are cut, what is left of roll and offcuts is kept. Sent twice it is cut once. It is
 * judged before anything is held, and refused where the pieces or the supply changed meanwhile.
 */
export async function cutLayout(context: Context, jobId: string, body: CutBody): Promise<Cutting> {
  const { workroomId } = context
  const { job: judged, pieces, ground } = await pieceGround(context, jobId)
  if (await cutBefore(context, jobId, body)) return cuttingOf(context, jobId)
  const of = await ownedSupply(context, body.supplyId)
  const offcuts = toOffcuts(await offcutsUnder(body))
  const left = await onThread(
    'judge', 'layout', { body, pieces, ground, supply: toSupply(of.get({ plain: true })), offcuts }, { workroomId, smaller: SMALLER },
  )
  try {
    await transact(async () => {
      const job = await ownedJob(context, jobId, true)
      if (await cutBefore(context, jobId, body)) return
      const supply = await ownedSupply(context, body.supplyId, true)
      if (job.piecesVersion !== judged.piecesVersion || supply.widthMm !== of.widthMm)
        throw invalid([{ field: 'parts', message: 'Parts: the pieces have changed. Lay it out again.' }])
      await checkParts(jobId, body.supplyId, body.parts)
      await checkUncut(jobId, body, pieces)
      checkStock(supply, body)
      await LayoutRow.destroy({ where: { jobId, supplyId: body.supplyId, cutAt: null } })
      await writeLayout(context, jobId, { ...body, cutAt: new Date() })
      await takeFromShelf(context, supply, body, left)
    })
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error
    // Two jobs sent one key at once, and the other was first.
    throw taken('clientKey', 'Key: it belongs to another layout that was cut already. Cut this one anew.')
  }
  return cuttingOf(context, jobId)
}

/** Metres off the roll, used offcuts put away, leftovers kept as far as there is room. */
async function takeFromShelf({ workroomId }: Context, supply: SupplyRow, body: CutBody, left: readonly OutlinePayload[]): Promise<void> {
  if (body.metres > 0) {
    await StockMovementRow.create({ supplyId: supply.id, workroomId, metres: -body.metres, reason: 'used' })
    await supply.update({ stockM: Math.max(0, supply.stockM - body.metres) })
  }
  const used = [...new Set(body.parts.flatMap(p => p.offcutId ?? []))]
  await OffcutRow.update({ usedAt: new Date() }, { where: { id: used, workroomId } })
  const room = MOST.offcuts - (await OffcutRow.count({ where: { supplyId: supply.id, usedAt: null } }))
  await OffcutRow.bulkCreate(
    left.slice(0, Math.max(0, room)).map(outline => ({ id: randomUUID(), workroomId, supplyId: supply.id, outline, lot: supply.lot })),
  )
}

/** The offcuts of a supply that are there. */
export async function offcutsOf(context: Context, supplyId: string): Promise<Offcut[]> {
  await ownedSupply(context, supplyId)
  return toOffcuts(await OffcutRow.findAll({ where: { supplyId, usedAt: null }, order: [['createdAt', 'ASC']] }))
}

/** An offcut that is gone is not laid on any more; what was cut from it keeps it. */
export async function dropOffcut({ workroomId }: Context, id: string): Promise<void> {
  const [count] = await OffcutRow.update({ usedAt: new Date() }, { where: { id, workroomId, usedAt: null } })
  if (count === 0) throw notFound('offcut')
}
