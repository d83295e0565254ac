import { Op } from 'sequelize'
import { piecingOf } from '#core/grid'
import { openRuns, shortenLegs } from '#core/hem'
import { stripsFor, waddingFrom } from '#core/seam'
import { makingSchema, type Making, type Makings, type MakingsBody, type RescuePast, type StitchResults } from '#shared/schemas'
import { patchesOf } from '#shared/making'
import { isMend, judgeMend } from '#shared/mending'
import { database } from '../db/connection'
import { ClothRow, JobMakingRow, JobRow, ScrapRow, SupplyRow } from '../db/models'
import type { Context } from '../utils/context'
import { conflict, invalid, notFound } from '../utils/problem'
import { keysOf, pick } from './columns'

const KEYS = keysOf(makingSchema.shape)
const toMaking = (row: JobMakingRow): Making => makingSchema.parse(pick(row.get(), KEYS))

async function ownedJob({ workshopId }: Context, id: string, lock = false): Promise<JobRow> {
  const row = await JobRow.findOne({ where: { id, workshopId }, ...(lock ? { lock: true } : {}) })
  if (!row) throw notFound('job')
  return row
}

/** What of a job is pressed while it is made. */
export async function makingsOf(context: Context, jobId: string): Promise<Makings> {
  const job = await ownedJob(context, jobId)
  const rows = await JobMakingRow.findAll({ where: { jobId }, order: [['position', 'ASC']] })
  return { makings: rows.map(toMaking), version: job.makingsVersion }
}

/** Cloths and tapes must be kept in this workroom. */
async function checkKept({ workshopId }: Context, makings: readonly Making[]): Promise<void> {
  const ids = (of: (m: Making) => readonly (string | null)[]) => [...new Set(makings.flatMap(of).filter(id => id !== null))]
  const cloths = ids(m => [m.clothId, m.liningId, ...m.clothIds]), supplies = ids(m => [m.supplyId, ...m.supplyIds])
  const scraps = ids(m => [m.scrapId])
  if ((await ClothRow.count({ where: { workshopId, id: cloths } })) < cloths.length)
    throw invalid([{ field: 'makings', message: 'Cloth: one of them is not kept here any more. Choose another.' }])
  if ((await SupplyRow.count({ where: { workshopId, id: supplies } })) < supplies.length)
    throw invalid([{ field: 'makings', message: 'Supply: one of them is not kept here any more. Choose another.' }])
  if ((await ScrapRow.count({ where: { workshopId, id: scraps } })) < scraps.length)
    throw invalid([{ field: 'makings', message: 'Scrap: one of them is not kept here any more. Choose another.' }])
}

/** Says why a making cannot be as it stands, at the making. */
function judge({ name, work }: Making, i: number): void {
  try {
    if (work.kind === 'grid') piecingOf(patchesOf(work), work.first, work.closed)
    else if (work.kind === 'strips') stripsFor(work)
    else if (work.kind === 'wadding') waddingFrom(work.top, work.marginMm, work.sheets)
    else if (work.kind === 'hem' && work.task === 'shorten') shortenLegs(work.legs, work.depthMm, work.turnMm, work.taper)
    else if (work.kind === 'hem') openRuns(work.runs, work.aroundMm)
    else if (isMend(work)) judgeMend(work)
  } catch (error) {
    if (error instanceof RangeError) throw invalid([{ field: `makings.${i}`, message: `${name}: ${error.message}` }])
    throw error
  }
}

/** Saves the makings of a job over the version they were begun from. */
export async function saveMakings(context: Context, jobId: string, { version, makings }: MakingsBody): Promise<Makings> {
  await ownedJob(context, jobId)
  await checkKept(context, makings)
  makings.forEach(judge)
  const stands = await database().transaction(async () => {
    const job = await ownedJob(context, jobId, true)
    if (job.makingsVersion !== version) return false
    const ids = makings.map(m => m.id)
    if ((await JobMakingRow.count({ where: { id: ids, jobId: { [Op.ne]: jobId } } })) > 0)
      throw invalid([{ field: 'makings', message: 'Makings: one of them belongs to another job.' }])
    await JobMakingRow.destroy({ where: { jobId, id: { [Op.notIn]: ids } } })
    for (const [position, making] of makings.entries())
      await JobMakingRow.upsert({ ...making, jobId, position, workshopId: context.workshopId })
    await job.increment('makingsVersion')
    return true
  })
  const stored = await makingsOf(context, jobId)
  if (!stands) throw conflict('job', stored, { version, makings })
  return stored
}

/** How stitching came out in this workroom, whatever job it was for. */
export async function stitchResults({ workshopId }: Context): Promise<StitchResults> {
  const rows = await JobMakingRow.findAll({
    where: { workshopId, work: { kind: 'crest' } }, order: [['createdAt', 'ASC']], attributes: ['work'],
  })
  return { results: rows.flatMap(({ work }) => (work.kind === 'crest' && work.result ? [work.result] : [])) }
}

/** How remedies went in this workroom, whatever job they were for. */
export async function rescuePast({ workshopId }: Context): Promise<RescuePast> {
  const rows = await JobMakingRow.findAll({
    where: { workshopId, work: { kind: 'remedy' } }, order: [['createdAt', 'ASC']], attributes: ['work'],
  })
  return { results: rows.flatMap(({ work: w }) => (w.kind === 'remedy' && w.went ? [{ cause: w.cause, went: w.went }] : [])) }
}
