import { Op, UniqueConstraintError } from 'sequelize'
import {
  MOST, runOperationSchema, type KeptRunEvent, type ReplanBody, type Run, type RunBody,
  type RunEventBody, type RunHead, type RunNews, type RunOperation,
} from '#shared/schemas'
import { runToCsv } from '#shared/csv'
import { skewOfDevice } from '#shared/pressing'
import { database } from '../db/connection'
import { HELD, transact } from '../db/transaction'
import {
  ClothRow, CoverRow, IronRow, JobMakingRow, JobPieceRow, JobRow, RunEventRow, RunOperationRow, RunRow, SupplyRow, TrialRow,
} from '../db/models'
import type { Context } from '../utils/context'
import { invalid, notFound, ProblemError, taken } from '../utils/problem'
import { wakeWatchers } from '../live/wake'
import { keysOf, pick } from './columns'
import { swatchesOfEdges } from './edges'
import { ownedJob } from './jobs'
import { sameContent } from './keyed'
import { recordSwatches } from './trials'
import { rowReader } from './unreadable'

const OPERATION_KEYS = keysOf(runOperationSchema.shape)
const operationsIn = rowReader('runOperations', runOperationSchema)

const toEvent = (e: RunEventRow): KeptRunEvent => ({
  key: e.key, device: e.device, atMs: e.at.getTime(), kind: e.kind, op: e.op, pass: e.pass, print: e.print, ironId: e.ironId,
  soleC: e.soleC, edge: e.edge, prints: e.prints, takes: e.takes, byS: e.byS, ids: e.ids,
  stop: e.stopLabel === null ? null : { label: e.stopLabel, meanC: e.stopMeanC ?? 0, swingC: e.stopSwingC ?? 0 },
  position: e.position, arrivedMs: e.arrivedAt.getTime(),
})

/** An event as a board tells it. */
const toldOf = ({ position: _p, arrivedMs: _a, ...told }: KeptRunEvent): RunEventBody => told

async function ownedRun({ workshopId }: Context, id: string, lock = false): Promise<RunRow> {
  const row = await RunRow.findOne({ where: { id, workshopId }, ...(lock ? { lock: HELD } : {}) })
  if (!row) throw notFound('pressing session')
  return row
}
const operationsOf = async (runId: string): Promise<RunOperation[]> =>
  operationsIn(await RunOperationRow.findAll({ where: { runId }, order: [['position', 'ASC']] }), row => pick(row.get(), OPERATION_KEYS))
const eventsOf = async (runId: string, after = -1): Promise<KeptRunEvent[]> =>
  (await RunEventRow.findAll({ where: { runId, position: { [Op.gt]: after } }, order: [['position', 'ASC']] })).map(toEvent)

export async function getRun(context: Context, id: string): Promise<Run> {
  const row = await ownedRun(context, id)
  const operations = await operationsOf(id), events = await eventsOf(id)
  return {
    id: row.id, jobId: row.jobId, piecesVersion: row.piecesVersion, startedAt: row.startedAt.toISOString(),
    closedAt: row.closedAt?.toISOString() ?? null, operations, events,
  }
}

/** What has happened in a run since. */
export async function newsOf(context: Context, id: string, after: number): Promise<RunNews> {
  const row = await ownedRun(context, id)
  return { id, events: await eventsOf(id, after), closedAt: row.closedAt?.toISOString() ?? null, piecesVersion: row.piecesVersion }
}

/** The runs of a job, the newest first. */
export async function runsOf({ workshopId }: Context, jobId: string): Promise<RunHead[]> {
  if (!(await JobRow.count({ where: { id: jobId, workshopId } }))) throw notFound('job')
  const rows = await RunRow.findAll({ where: { jobId }, order: [['startedAt', 'DESC']], limit: MOST.runs })
  const ids = rows.map(r => r.id)
  const counts = async (model: typeof RunOperationRow | typeof RunEventRow) =>
    new Map(
      (await (model as typeof RunEventRow).findAll({
        where: { runId: ids }, group: ['runId'], raw: true,
        attributes: ['runId', [database().fn('count', database().literal('*')), 'position']],
      })).map(r => [r.runId, Number(r.position)]),
    )
  const operations = await counts(RunOperationRow), events = await counts(RunEventRow)
  return rows.map(r => ({
    id: r.id, startedAt: r.startedAt.toISOString(), closedAt: r.closedAt?.toISOString() ?? null, operations: operations.get(r.id) ?? 0,
    events: events.get(r.id) ?? 0,
  }))
}

/** Everything an operation points at must be kept in this workroom. */
async function checkOperations({ workshopId }: Context, jobId: string, operations: readonly RunOperation[]): Promise<void> {
  const named = (of: (o: RunOperation) => (string | null)[]) => [...new Set(operations.flatMap(of).filter(id => id !== null))]
  const pieceIds = named(o => [o.pieceId])
  const missing = async (model: typeof ClothRow | typeof SupplyRow | typeof IronRow | typeof CoverRow, ids: string[], what: string) => {
    if (ids.length > 0 && (await (model as typeof ClothRow).count({ where: { workshopId, id: ids } })) < ids.length)
      throw invalid([{ field: 'operations', message: `${what}: one of them is not kept here any more. Plan it again.` }])
  }
  const makingIds = named(o => [o.makingId])
  if ((await JobMakingRow.count({ where: { workshopId, jobId, id: makingIds } })) < makingIds.length)
    throw invalid([{ field: 'operations', message: 'Making: one of them was taken away meanwhile. Plan it again.' }])
  if ((await JobPieceRow.count({ where: { workshopId, jobId, id: pieceIds } })) < pieceIds.length)
    throw invalid([{ field: 'operations', message: 'Pieces: one of them was taken away meanwhile. Plan it again.' }])
  await missing(ClothRow, named(o => [o.clothId]), 'Fabric')
  await missing(SupplyRow, named(o => [o.supplyId, ...o.overSupplyIds]), 'Interfacing')
  await missing(IronRow, named(o => [o.ironId]), 'Iron')
  await missing(CoverRow, named(o => [o.coverId]), 'Press cloth')
  const cold = operations.find(o => o.recipe !== null && o.ironId === null)
  if (cold) throw invalid([{ field: 'operations', message: `${cold.name}: say with which iron.` }])
  const bare = operations.find(o => o.recipe !== null && o.prints.length === 0)
  if (bare) throw invalid([{ field: 'operations', message: `${bare.name}: there is no place for the iron on it.` }])
}

const anotherRun = () => taken('id', 'Run: another one bears this name already. Begin anew.')

/** Begins a run; the same one again is the one that is kept already. */
export async function beginRun(context: Context, { operations, ...body }: RunBody): Promise<{ run: Run, isNew: boolean }> {
  const { workshopId } = context
  const before = await RunRow.findOne({ where: { id: body.id } })
  if (before) {
    if (before.workshopId !== workshopId || before.jobId !== body.jobId) throw anotherRun()
    return { run: await getRun(context, body.id), isNew: false }
  }
  try {
    await transact(async () => {
      const job = await ownedJob(context, body.jobId, true)
      if (await RunRow.findOne({ where: { id: body.id, jobId: job.id } })) return
      if ((await RunRow.count({ where: { jobId: body.jobId } })) >= MOST.runs)
        throw invalid([{ field: 'jobId', message: `Runs: a job keeps ${MOST.runs} at the most.` }])
      await checkOperations(context, body.jobId, operations)
      // A board whose clock is ahead does not begin in the future.
      const startedAt = new Date(Math.min(Date.parse(body.startedAt), Date.now()))
      await RunRow.create({ ...body, startedAt, workshopId })
      await RunOperationRow.bulkCreate(operations.map((o, position) => ({ ...o, runId: body.id, workshopId, position })))
    })
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw anotherRun()
    throw error
  }
  return { run: await getRun(context, body.id), isNew: true }
}

const isOver = (closedAt: Date) => new ProblemError(
  409, 'Over',
  `This run was closed on ${closedAt.toISOString().slice(0, 16).replace('T', ' at ')} UTC. Begin another one for what is left.`)

/** What happened to an operation says that it was begun. */
const BEGUN = ['down', 'done', 'edge']

/** Plans again what was not begun: other recipes or set-downs, operations added, and those left out that are not in the new plan. */
export async function replan(context: Context, id: string, { operations, piecesVersion }: ReplanBody): Promise<Run> {
  const { workshopId } = context
  await transact(async () => {
    const run = await ownedRun(context, id, true)
    if (run.closedAt) throw isOver(run.closedAt)
    await checkOperations(context, run.jobId, operations)
    const begun = new Set(
      (await RunEventRow.findAll({ where: { runId: id, kind: BEGUN }, attributes: ['op'] })).map(e => e.op).filter(op => op !== null),
    )
    const kept = await RunOperationRow.findAll({ where: { runId: id, id: [...begun] }, order: [['position', 'ASC']] })
    await RunOperationRow.destroy({ where: { runId: id, id: { [Op.notIn]: [...begun] } } })
    const fresh = operations.filter(o => !begun.has(o.id))
    if (kept.length + fresh.length > MOST.operations)
      throw invalid([{ field: 'operations', message: `Operations: a run keeps ${MOST.operations} at the most.` }])
    const from = Math.max(0, ...kept.map(o => o.position + 1))
    await RunOperationRow.bulkCreate(fresh.map((o, i) => ({ ...o, runId: id, workshopId, position: from + i })))
    await run.update({ piecesVersion })
    await wakeWatchers(id)
  })
  return getRun(context, id)
}

const anotherEvent = () => taken('key', 'Key: another event bears it already.')

/** Those of a batch that are not kept yet, each once. @throws ProblemError where a key bears something else */
async function freshOf({ workshopId }: Context, runId: string, events: readonly RunEventBody[]): Promise<RunEventBody[]> {
  const known = new Map<string, RunEventBody>()
  for (const row of await RunEventRow.findAll({ where: { workshopId, key: events.map(e => e.key) } })) {
    if (row.runId !== runId) throw taken('key', 'Key: it belongs to another run.')
    known.set(row.key, toldOf(toEvent(row)))
  }
  return events.filter((e) => {
    const before = known.get(e.key)
    if (before && !sameContent(before, e)) throw anotherEvent()
    known.set(e.key, e)
    return !before
  })
}

/** A board whose clock stands so near to the closing board's may still tell, s. */
const CLOSE_GRACE_MS = 60_000

/**
 * When a run was closed, by the server's clock, if one of these closes it; never in the future, however far ahead a board's clock is.
 * @throws ProblemError where something happened after the run was closed
 */
async function closedBy(run: RunRow, fresh: readonly RunEventBody[]): Promise<Date | null> {
  const closes = fresh.find(e => e.kind === 'close'), nowMs = Date.now()
  if (!closes && !run.closedAt) return null
  const before = (await RunEventRow.findAll({ where: { runId: run.id, device: [...new Set(fresh.map(e => e.device))] } })).map(toEvent)
  const told = [...before, ...fresh.map((e): KeptRunEvent => ({ ...e, position: -1, arrivedMs: nowMs }))]
  const skewMs = new Map([...new Set(fresh.map(e => e.device))].map(device => [device, skewOfDevice(told, device)]))
  const atMs = (e: RunEventBody) => Math.min(nowMs, e.atMs + skewMs.get(e.device)!)
  const closedAt = run.closedAt ?? new Date(Math.max(atMs(closes!), run.startedAt.getTime()))
  const late = fresh.find(e => e.kind !== 'close' && atMs(e) > closedAt.getTime() + CLOSE_GRACE_MS)
  if (late) throw isOver(closedAt)
  return closedAt
}

/**
 * Keeps what boards tell, each event once however often it is told, in the order in which it arrives. Nothing that was told is refused
 * because of what another board told, but what happened after the run was closed: both stand, and whoever reads them sees that two were at
 * it.
 * @param rate board seconds a second, where it is rehearsed
 */
export async function tellRun(context: Context, id: string, events: readonly RunEventBody[], rate = 1): Promise<RunNews> {
  const { workshopId } = context
  const ironIds = [...new Set(events.flatMap(e => e.ironId ?? []))]
  if (ironIds.length > 0 && (await IronRow.count({ where: { workshopId, id: ironIds }, paranoid: false })) < ironIds.length)
    throw invalid([{ field: 'events', message: 'Iron: one of them is not kept here.' }])
  let after = -1
  try {
    await transact(async () => {
      // One teller at a time, so that positions have no gaps and nobody who watches misses one.
      const run = await ownedRun(context, id, true)
      after = (await RunEventRow.max<number | null, RunEventRow>('position', { where: { runId: id } })) ?? -1
      const fresh = await freshOf(context, id, events)
      if (fresh.length === 0) return
      if (after + 1 + fresh.length > MOST.runEvents)
        throw invalid([{ field: 'events', message: `Events: a run keeps ${MOST.runEvents} at the most. Begin another.` }])
      const closedAt = await closedBy(run, fresh)
      await RunEventRow.bulkCreate(
        fresh.map(({ atMs, stop, ...e }, i) => ({
          ...e, runId: id, workshopId, position: after + 1 + i, at: new Date(atMs), stopLabel: stop?.label ?? null,
          stopMeanC: stop?.meanC ?? null, stopSwingC: stop?.swingC ?? null,
        })),
      )
      if (closedAt && run.closedAt === null) await run.update({ closedAt })
      for (const e of fresh) if (e.kind === 'cleaned' && e.ironId) await cleaned(context, e.ironId, e.atMs)
      await wakeWatchers(id)
    })
  } catch (error) {
    // One key told of two runs at once: the other was first.
    if (error instanceof UniqueConstraintError) throw anotherEvent()
    throw error
  }
  await learnFromEdges(context, id, events.filter(e => e.kind === 'edge'), rate)
  return newsOf(context, id, after)
}

async function cleaned({ workshopId }: Context, ironId: string, atMs: number): Promise<void> {
  const at = new Date(Math.min(atMs, Date.now()))
  const iron = await IronRow.findOne({ where: { id: ironId, workshopId }, lock: HELD })
  if (iron && (iron.cleanedAt === null || iron.cleanedAt < at)) await iron.update({ cleanedAt: at })
}

/** An edge that was tried is a swatch: of the place where it lifts, or of the first. The run is read once, however many were told. */
async function learnFromEdges(context: Context, runId: string, edges: readonly RunEventBody[], rate: number): Promise<void> {
  if (edges.length === 0) return
  const { workshopId } = context
  const known = new Set((await TrialRow.findAll({
    where: { workshopId, clientKey: edges.map(e => e.key) }, attributes: ['clientKey'],
  })).map(t => t.clientKey))
  const news = edges.filter(e => !known.has(e.key))
  if (news.length === 0) return
  const run = await getRun(context, runId)
  const [job, cloths, supplies] = [
    await JobRow.findOne({ where: { id: run.jobId }, attributes: ['name'], paranoid: false }),
    await ClothRow.findAll({ where: { workshopId, id: run.operations.flatMap(o => o.clothId ?? []) }, attributes: ['id', 'lot'] }),
    await SupplyRow.findAll({ where: { workshopId, id: run.operations.flatMap(o => o.supplyId ?? []) }, attributes: ['id', 'lot'] }),
  ]
  const lots = new Map([...cloths, ...supplies].map(r => [r.id, r.lot]))
  // What was told is kept all the same, though nothing may be learned from it any more.
  await recordSwatches(context, swatchesOfEdges(run, news, { jobName: job?.name ?? 'a job', lotOf: id => lots.get(id) ?? '', rate }))
}

/** Everything that happened in a run, a line each. */
export async function runLog(context: Context, id: string): Promise<string> {
  const run = await getRun(context, id)
  const irons = await IronRow.findAll({ where: { workshopId: context.workshopId }, paranoid: false })
  const names = new Map(irons.map(i => [i.id, i.name]))
  return runToCsv(run, ironId => names.get(ironId) ?? '')
}
