import { QueryTypes } from 'sequelize'
import { PASS_GRADE } from '#core/learn'
import type { CareThings } from '#shared/caring'
import {
  MOST, type CareEvent, type CareEventBody, type CareLog, type Fabric, type Job, type CareCardQuery, type Supply, type SupplyWashes,
  type WashedSwatch,
} from '#shared/schemas'
import { database } from '../db/connection'
import { HELD, transact } from '../db/transaction'
import { CareEventRow, FabricRow, JobRow, SupplyRow, SwatchRow, TrimRunRow, WashRoundRow } from '../db/models'
import type { Context } from '../utils/context'
import { invalid, notFound } from '../utils/problem'
import { onThread } from '../work/worker-pool'
import { getFabric } from './fabrics'
import { cuttingOf } from './cutting'
import { getJob } from './jobs'
import { addOnce } from './sql/keyed'
import { makingsOf } from './makings'
import { getSupply } from './shelf'
import { getWorkroom } from './workroom'

const toEvent = (row: CareEventRow): CareEvent => {
  const { workroomId: _w, jobId: _j, createdAt: _c, cameAt, ...rest } = row.get({ plain: true })
  return { ...rest, cameAt: cameAt.toISOString() }
}
export async function careLog({ workroomId }: Context, jobId: string): Promise<CareLog> {
  if (!await JobRow.count({ where: { id: jobId, workroomId } })) throw notFound('job')
  const rows = await CareEventRow.findAll(
    { where: { jobId, workroomId }, order: [['cameAt', 'DESC'], ['id', 'ASC']], limit: MOST.careEvents })
  return { events: rows.map(toEvent) }
}

/** The swatch that a garment's part goes back to: the newest of its pair that has not failed, else the newest. */
async function swatchBehind(workroomId: string, fabricId: string, supplyId: string): Promise<SwatchRow | null> {
  const of = { workroomId, fabricId, supplyId }, order: [string, string][] = [['pressedAt', 'DESC'], ['id', 'ASC']]
  return await SwatchRow.findOne({ where: { ...of, marks: [], grade: [3, 4, 5] }, order }) ?? SwatchRow.findOne({ where: of, order })
}

/** What a garment's washes say of its swatch: each of them where it came back well, the last where it did not. */
async function tellSwatch(swatch: SwatchRow, body: CareEventBody, jobName: string): Promise<void> {
  const { workroomId, id: swatchId } = swatch
  const well = body.grade >= PASS_GRADE && body.marks.length === 0
  const before = await WashRoundRow.count({ where: { swatchId, workroomId } })
  const rounds = Math.min(well ? body.rounds : 1, MOST.washes - before)
  const after = `${body.rounds} wash${body.rounds === 1 ? '' : 'es'}${body.softener ? ' with softener' : ''}`
  const note = `In a garment, ${jobName}, seen after ${after}.`
  for (let i = 0; i < rounds; i++)
    await WashRoundRow.create({
      swatchId, workroomId, clientKey: crypto.randomUUID(), washC: body.washC, tumble: body.tumble, grade: body.grade, marks: body.marks,
      note: note.slice(0, 500), washedAt: new Date(body.cameAt),
    })
}

/**
 * Keeps how a garment came back, once by its key. What was seen of an interfacing is told to the swatch behind it as well, so that proofs,
 * lessons and the pairing's history learn of it in the one way they have.
 */
export async function addCareEvent(context: Context, jobId: string, body: CareEventBody): Promise<CareLog> {
  const { workroomId } = context
  const job = await JobRow.findOne({ where: { id: jobId, workroomId } })
  if (!job) throw notFound('job')
  if (!await FabricRow.count({ where: { id: body.fabricId, workroomId }, paranoid: false }))
    throw invalid([{ field: 'fabricId', message: 'Fabric: it is not kept here any more. Choose another.' }])
  if (body.supplyId && !await SupplyRow.count({ where: { id: body.supplyId, workroomId }, paranoid: false }))
    throw invalid([{ field: 'supplyId', message: 'Interfacing: it is not kept here any more. Choose another.' }])
  const content = { ...body, jobId, cameAt: new Date(body.cameAt) }
  await addOnce(CareEventRow, workroomId, body.clientKey, content, () => transact(async () => {
    // One teller at a time counts.
    await JobRow.findOne({ where: { id: jobId, workroomId }, lock: HELD })
    if (await CareEventRow.count({ where: { jobId, workroomId } }) >= MOST.careEvents)
      throw invalid([{ field: 'rounds', message: `Looks: a garment keeps ${MOST.careEvents} at the most.` }])
    const swatch = body.supplyId ? await swatchBehind(workroomId, body.fabricId, body.supplyId) : null
    if (swatch) await tellSwatch(swatch, body, job.name)
    return CareEventRow.create({ ...body, workroomId, jobId, swatchId: swatch?.id ?? null, cameAt: new Date(body.cameAt) })
  }))
  return careLog(context, jobId)
}

/** How swatches of a supply came through their washes, the newest first. */
export async function supplyWashes({ workroomId }: Context, supplyId: string): Promise<SupplyWashes> {
  if (!await SupplyRow.count({ where: { id: supplyId, workroomId } })) throw notFound('supply')
  const swatches = await database().query<WashedSwatch>(`
    select t.fabric_id as "fabricId", t.grade, w.rounds, w.wash_c as "washC", w.tumble, w.grade as after, w.marks
    from swatch t join lateral (
      select r.wash_c, r.tumble, r.grade, r.marks, (select count(*)::int from wash_round n where n.swatch_id = t.id) as rounds
      from wash_round r where r.swatch_id = t.id order by r.washed_at desc, r.id desc limit 1) w on true
    where t.workroom_id = :workroomId and t.supply_id = :supplyId order by t.pressed_at desc limit 40`,
  { type: QueryTypes.SELECT, replacements: { workroomId, supplyId } })
  return { swatches }
}

/** Everything that the care of a garment depends on. */
async function careThingsOf(context: Context, jobId: string): Promise<{ job: Job, things: CareThings }> {
  const [job, { makings }, { pieces }, { rules }] = await Promise.all([
    getJob(context, jobId), makingsOf(context, jobId), cuttingOf(context, jobId), getWorkroom(context),
  ])
  const all = <T>(ids: readonly (string | null)[], get: (id: string) => Promise<T>): Promise<T[]> =>
    Promise.all([...new Set(ids.filter(id => id !== null))].map(get))
  const fabrics = await all<Fabric>([
    ...job.fabrics.map(c => c.fabricId), ...pieces.map(p => p.fabricId), ...makings.flatMap(m => [m.fabricId, m.liningId, ...m.fabricIds]),
  ], id => getFabric(context, id))
  const supplies = await all<Supply>([
    ...job.fabrics.map(c => c.supplyId), ...pieces.flatMap(p => [p.interfacingId, p.foamId, p.webId]), ...job.trimIds,
    ...makings.flatMap(m => [m.supplyId, ...m.supplyIds]),
  ], id => getSupply(context, id))
  const sessions = await TrimRunRow.findAll({ where: { supplyId: [...job.trimIds], workroomId: context.workroomId } })
  const preshrunkC = Object.fromEntries(job.trimIds.map((id) => {
    const own = sessions.filter(r => r.supplyId === id).map(r => r.heatC)
    return [id, own.length > 0 ? Math.max(...own) : null]
  }))
  return { job, things: { fabrics, supplies, pieces, makings, rules, preshrunkC } }
}
interface CareCard {
  type: string
  body: string | Uint8Array
}
/** The care card of a garment, made on a thread. */
export async function careCard(context: Context, jobId: string, { as, size }: CareCardQuery): Promise<CareCard> {
  const { job, things } = await careThingsOf(context, jobId)
  const { name, units } = await getWorkroom(context)
  const asked = { ...context, smaller: 'Name fewer interfacings and trims in this job.' }
  const body = await onThread('paper', 'careCard', { job, things, workroom: { name, units }, as, size }, asked)
  return { type: as === 'text' ? 'text/plain; charset=utf-8' : 'application/pdf', body }
}
