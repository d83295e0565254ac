import { QueryTypes } from 'sequelize'
import { PASS_GRADE } from '#core/learn'
import type { CareThings } from '#shared/caring'
import {
  MOST, type CareEvent, type CareEventBody, type CareLog, type Cloth, type Job, type SlipQuery, type Supply, type SupplyWashes,
  type WashedSwatch,
} from '#shared/schemas'
import { database } from '../db/connection'
import { HELD, transact } from '../db/transaction'
import { CareEventRow, ClothRow, JobRow, SupplyRow, TrialRow, TrimRunRow, WashRoundRow } from '../db/models'
import type { Context } from '../utils/context'
import { invalid, notFound } from '../utils/problem'
import { onThread } from '../work/lanes'
import { getCloth } from './cloths'
import { cuttingOf } from './cutting'
import { getJob } from './jobs'
import { addOnce } from './keyed'
import { makingsOf } from './makings'
import { getSupply } from './shelf'
import { getWorkshop } from './workshop'

const toEvent = (row: CareEventRow): CareEvent => {
  const { workshopId: _w, jobId: _j, createdAt: _c, cameAt, ...rest } = row.get({ plain: true })
  return { ...rest, cameAt: cameAt.toISOString() }
}
export async function careLog({ workshopId }: Context, jobId: string): Promise<CareLog> {
  if (!await JobRow.count({ where: { id: jobId, workshopId } })) throw notFound('job')
  const rows = await CareEventRow.findAll(
    { where: { jobId, workshopId }, order: [['cameAt', 'DESC'], ['id', 'ASC']], limit: MOST.careEvents })
  return { events: rows.map(toEvent) }
}

/** The swatch that a garment's part goes back to: the newest of its pair that has not failed, else the newest. */
async function swatchBehind(workshopId: string, clothId: string, supplyId: string): Promise<TrialRow | null> {
  const of = { workshopId, clothId, supplyId }, order: [string, string][] = [['pressedAt', 'DESC'], ['id', 'ASC']]
  return await TrialRow.findOne({ where: { ...of, marks: [], grade: [3, 4, 5] }, order }) ?? TrialRow.findOne({ where: of, order })
}

/** What a swatch is told of a garment's washes: each of them where it came back well, the last where it did not. */
async function tellSwatch(trial: TrialRow, body: CareEventBody, jobName: string): Promise<void> {
  const { workshopId, id: trialId } = trial
  const well = body.grade >= PASS_GRADE && body.marks.length === 0
  const before = await WashRoundRow.count({ where: { trialId, workshopId } })
  const rounds = Math.min(well ? body.rounds : 1, MOST.washes - before)
  const after = `${body.rounds} wash${body.rounds === 1 ? '' : 'es'}${body.softener ? ' with softener' : ''}`
  const note = `In a garment, ${jobName}, seen after ${after}.`
  for (let i = 0; i < rounds; i++)
    await WashRoundRow.create({
      trialId, workshopId, clientKey: crypto.randomUUID(), washC: body.washC, tumble: body.tumble, grade: body.grade, marks: body.marks,
      note: note.slice(0, 500), washedAt: new Date(body.cameAt),
    })
}

/**
 * Keeps how a garment came back, once by its key. What was seen of a backing is told to the swatch behind it as well, so that proofs,
 * what is learned and Match's past hear of it by the one way they have.
 */
export async function addCareEvent(context: Context, jobId: string, body: CareEventBody): Promise<CareLog> {
  const { workshopId } = context
  const job = await JobRow.findOne({ where: { id: jobId, workshopId } })
  if (!job) throw notFound('job')
  if (!await ClothRow.count({ where: { id: body.clothId, workshopId }, paranoid: false }))
    throw invalid([{ field: 'clothId', message: 'Fabric: it is not kept here any more. Choose another.' }])
  if (body.supplyId && !await SupplyRow.count({ where: { id: body.supplyId, workshopId }, paranoid: false }))
    throw invalid([{ field: 'supplyId', message: 'Interfacing: it is not kept here any more. Choose another.' }])
  const content = { ...body, jobId, cameAt: new Date(body.cameAt) }
  await addOnce(CareEventRow, workshopId, body.clientKey, content, () => transact(async () => {
    // One teller at a time counts.
    await JobRow.findOne({ where: { id: jobId, workshopId }, lock: HELD })
    if (await CareEventRow.count({ where: { jobId, workshopId } }) >= MOST.careEvents)
      throw invalid([{ field: 'rounds', message: `Looks: a garment keeps ${MOST.careEvents} at the most.` }])
    const trial = body.supplyId ? await swatchBehind(workshopId, body.clothId, body.supplyId) : null
    if (trial) await tellSwatch(trial, body, job.name)
    return CareEventRow.create({ ...body, workshopId, jobId, trialId: trial?.id ?? null, cameAt: new Date(body.cameAt) })
  }))
  return careLog(context, jobId)
}

/** How swatches of a supply came through their washes, the newest first. */
export async function supplyWashes({ workshopId }: Context, supplyId: string): Promise<SupplyWashes> {
  if (!await SupplyRow.count({ where: { id: supplyId, workshopId } })) throw notFound('supply')
  const swatches = await database().query<WashedSwatch>(`
    select t.cloth_id as "clothId", t.grade, w.rounds, w.wash_c as "washC", w.tumble, w.grade as after, w.marks
    from trial t join lateral (
      select r.wash_c, r.tumble, r.grade, r.marks, (select count(*)::int from wash_round n where n.trial_id = t.id) as rounds
      from wash_round r where r.trial_id = t.id order by r.washed_at desc, r.id desc limit 1) w on true
    where t.workshop_id = :workshopId and t.supply_id = :supplyId order by t.pressed_at desc limit 40`,
  { type: QueryTypes.SELECT, replacements: { workshopId, supplyId } })
  return { swatches }
}

/** Everything that the care of a garment depends on. */
async function groundOf(context: Context, jobId: string): Promise<{ job: Job, things: CareThings }> {
  const [job, { makings }, { pieces }, { rules }] = await Promise.all([
    getJob(context, jobId), makingsOf(context, jobId), cuttingOf(context, jobId), getWorkshop(context),
  ])
  const all = <T>(ids: readonly (string | null)[], get: (id: string) => Promise<T>): Promise<T[]> =>
    Promise.all([...new Set(ids.filter(id => id !== null))].map(get))
  const cloths = await all<Cloth>([
    ...job.cloths.map(c => c.clothId), ...pieces.map(p => p.clothId), ...makings.flatMap(m => [m.clothId, m.liningId, ...m.clothIds]),
  ], id => getCloth(context, id))
  const supplies = await all<Supply>([
    ...job.cloths.map(c => c.supplyId), ...pieces.flatMap(p => [p.backingId, p.foamId, p.webId]), ...job.trimIds,
    ...makings.flatMap(m => [m.supplyId, ...m.supplyIds]),
  ], id => getSupply(context, id))
  const runs = await TrimRunRow.findAll({ where: { supplyId: [...job.trimIds], workshopId: context.workshopId } })
  const settledC = Object.fromEntries(job.trimIds.map((id) => {
    const own = runs.filter(r => r.supplyId === id).map(r => r.heatC)
    return [id, own.length > 0 ? Math.max(...own) : null]
  }))
  return { job, things: { cloths, supplies, pieces, makings, rules, settledC } }
}
interface Slip {
  type: string
  body: string | Uint8Array
}
/** The slip that goes with a garment: what it stands is worked out on a thread. */
export async function careSlip(context: Context, jobId: string, { as, size }: SlipQuery): Promise<Slip> {
  const { job, things } = await groundOf(context, jobId)
  const { name, units } = await getWorkshop(context)
  const asked = { ...context, smaller: 'Name fewer interfacings and trims in this job.' }
  const body = await onThread('paper', 'slip', { job, things, workroom: { name, units }, as, size }, asked)
  return { type: as === 'text' ? 'text/plain; charset=utf-8' : 'application/pdf', body }
}
