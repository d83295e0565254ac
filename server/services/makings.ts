import { UniqueConstraintError } from 'sequelize'
import { makingSchema, type Making, type Makings, type MakingsBody, type RescuePast, type StitchResults } from '#shared/schemas'
import { stitchFabricOf, stitchFigures } from '#shared/making'
import { transact } from '../db/transaction'
import { FabricRow, JobMakingRow, ScrapRow, SupplyRow } from '../db/models'
import type { Context } from '../utils/context'
import { conflict, invalid } from '../utils/problem'
import { onThread } from '../work/worker-pool'
import { keysOf, pick } from './sql/columns'
import { ownedJob, raiseVersion } from './jobs'
import { rowReader } from './rows/unreadable'

const KEYS = keysOf(makingSchema.shape)
const makingsIn = rowReader('jobMakings', makingSchema)
const toMakings = (rows: readonly JobMakingRow[]): Making[] => makingsIn(rows, row => pick(row.get(), KEYS))

/** What of a job is pressed while it is made. */
export async function makingsOf(context: Context, jobId: string): Promise<Makings> {
  const job = await ownedJob(context, jobId)
  const rows = await JobMakingRow.findAll({ where: { jobId }, order: [['position', 'ASC']] })
  return { makings: toMakings(rows), version: job.makingsVersion }
}

/** Fabrics and tapes must be kept in this workroom. */
async function checkKept({ workroomId }: Context, makings: readonly Making[]): Promise<void> {
  const ids = (of: (m: Making) => readonly (string | null)[]) => [...new Set(makings.flatMap(of).filter(id => id !== null))]
  const fabrics = ids(m => [m.fabricId, m.liningId, ...m.fabricIds]), supplies = ids(m => [m.supplyId, ...m.supplyIds])
  const scraps = ids(m => [m.scrapId])
  if ((await FabricRow.count({ where: { workroomId, id: fabrics } })) < fabrics.length)
    throw invalid([{ field: 'makings', message: 'Fabric: one of them is not kept here any more. Choose another.' }])
  if ((await SupplyRow.count({ where: { workroomId, id: supplies } })) < supplies.length)
    throw invalid([{ field: 'makings', message: 'Supply: one of them is not kept here any more. Choose another.' }])
  if ((await ScrapRow.count({ where: { workroomId, id: scraps } })) < scraps.length)
    throw invalid([{ field: 'makings', message: 'Scrap: one of them is not kept here any more. Choose another.' }])
}

/** Saves the makings of a job over the version they were begun from. */
export async function saveMakings(context: Context, jobId: string, { version, makings }: MakingsBody): Promise<Makings> {
  const { workroomId } = context
  await ownedJob(context, jobId)
  await checkKept(context, makings)
  await onThread('judge', 'makings', makings, { workroomId, smaller: 'Save fewer of them at once, or a patchwork of fewer patches.' })
  const stands = await transact(async () => {
    const job = await ownedJob(context, jobId, true)
    if (job.makingsVersion !== version) return false
    const ids = new Set(makings.map(m => m.id)), rows = await JobMakingRow.findAll({ where: { jobId } })
    // One that cannot be read was not shown to whoever saved: it stays until it is set aside.
    const gone = toMakings(rows).filter(m => !ids.has(m.id)).map(m => m.id)
    await JobMakingRow.destroy({ where: { workroomId, jobId, id: gone } })
    await writeMakings(context, jobId, makings, new Set(rows.map(r => r.id)))
    await raiseVersion(job, 'makingsVersion')
    return true
  })
  const stored = await makingsOf(context, jobId)
  if (!stands) throw conflict('job', stored, { version, makings })
  return stored
}

/** One that is there is changed within its job; a new one never takes the place of another job's. */
async function writeMakings({ workroomId }: Context, jobId: string, makings: readonly Making[], there: ReadonlySet<string>): Promise<void> {
  for (const [position, { id, ...making }] of makings.entries())
    if (there.has(id)) await JobMakingRow.update({ ...making, position }, { where: { id, jobId, workroomId } })
  try {
    await JobMakingRow.bulkCreate(makings.flatMap((m, position) => (there.has(m.id) ? [] : [{ ...m, jobId, position, workroomId }])))
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error
    throw invalid([{ field: 'makings', message: 'Makings: one of them belongs to another job.' }])
  }
}

/** How stitching came out in this workroom, whatever job it was for; by the scale of today, whenever it was stitched. */
export async function stitchResults({ workroomId }: Context): Promise<StitchResults> {
  const rows = await JobMakingRow.findAll({
    where: { workroomId, spec: { kind: 'embroidery' } }, order: [['createdAt', 'ASC']],
  })
  const ids = rows.flatMap(r => r.fabricId ?? [])
  const fabrics = new Map((await FabricRow.findAll({ where: { workroomId, id: ids }, paranoid: false })).map(f => [f.id, f]))
  return {
    results: toMakings(rows).flatMap(({ spec, fabricId }) => {
      const fabric = fabricId === null ? undefined : fabrics.get(fabricId)
      if (spec.kind !== 'embroidery' || !spec.result || !fabric) return []
      return [{ puckered: spec.result.puckered, ...stitchFigures(spec, stitchFabricOf(fabric)) }]
    }),
  }
}

/** How remedies went in this workroom, whatever job they were for. */
export async function rescuePast({ workroomId }: Context): Promise<RescuePast> {
  const rows = await JobMakingRow.findAll({
    where: { workroomId, spec: { kind: 'remedy' } }, order: [['createdAt', 'ASC']], attributes: ['spec'],
  })
  return { results: rows.flatMap(({ spec: w }) => (w.kind === 'remedy' && w.went ? [{ cause: w.cause, went: w.went }] : [])) }
}
