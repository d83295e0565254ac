import { Op } from 'sequelize'
import { foldRun, printEvents } from '#core/run'
import {
  MOST, recipeSchema, runOperationSchema, type KeptRunEvent, type ReplanBody, type Run, type RunBody,
  type RunEventBody, type RunHead, type RunNews, type RunOperation,
} from '#shared/schemas'
import { runToCsv } from '#shared/csv'
import { runEventsOf, workOf } from '#shared/pressing'
import { RUN_NOTE } from '#shared/words'
import { database } from '../db/connection'
import {
  ClothRow, CoverRow, IronRow, JobMakingRow, JobPieceRow, JobRow, RunEventRow, RunOperationRow, RunRow, SupplyRow,
} from '../db/models'
import type { Context } from '../utils/context'
import { invalid, notFound, ProblemError, taken } from '../utils/problem'
import { keysOf, pick } from './columns'
import { recordTrial } from './trials'

const OPERATION_KEYS = keysOf(runOperationSchema.shape)
const toOperation = (row: RunOperationRow): RunOperation => runOperationSchema.parse(pick(row.get(), OPERATION_KEYS))

const toEvent = (e: RunEventRow): KeptRunEvent => ({
  key: e.key, device: e.device, atMs: e.at.getTime(), kind: e.kind, op: e.op, pass: e.pass, print: e.print, ironId: e.ironId,
  soleC: e.soleC, edge: e.edge, prints: e.prints, takes: e.takes, byS: e.byS, ids: e.ids,
  stop: e.stopLabel === null ? null : { label: e.stopLabel, meanC: e.stopMeanC ?? 0, swingC: e.stopSwingC ?? 0 },
  position: e.position, arrivedMs: e.arrivedAt.getTime(),
})

async function ownedRun({ workshopId }: Context, id: string, lock = false): Promise<RunRow> {
  const row = await RunRow.findOne({ where: { id, workshopId }, ...(lock ? { lock: true } : {}) })
  if (!row) throw notFound('run')
  return row
}
const operationsOf = async (runId: string): Promise<RunOperation[]> =>
  (await RunOperationRow.findAll({ where: { runId }, order: [['position', 'ASC']] })).map(toOperation)
const eventsOf = async (runId: string, after = -1): Promise<KeptRunEvent[]> =>
  (await RunEventRow.findAll({ where: { runId, position: { [Op.gt]: after } }, order: [['position', 'ASC']] })).map(toEvent)

export async function getRun(context: Context, id: string): Promise<Run> {
  const row = await ownedRun(context, id)
  const [operations, events] = await Promise.all([operationsOf(id), eventsOf(id)])
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
  const [operations, events] = await Promise.all([counts(RunOperationRow), counts(RunEventRow)])
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
  await missing(ClothRow, named(o => [o.clothId]), 'Cloth')
  await missing(SupplyRow, named(o => [o.supplyId, ...o.overSupplyIds]), 'Backing')
  await missing(IronRow, named(o => [o.ironId]), 'Iron')
  await missing(CoverRow, named(o => [o.coverId]), 'Cover')
  const cold = operations.find(o => o.recipe !== null && o.ironId === null)
  if (cold) throw invalid([{ field: 'operations', message: `${cold.name}: say with which iron.` }])
  const bare = operations.find(o => o.recipe !== null && o.prints.length === 0)
  if (bare) throw invalid([{ field: 'operations', message: `${bare.name}: there is no place for the sole on it.` }])
}

/** Begins a run; the same one again is the one that is kept already. */
export async function beginRun(context: Context, { operations, ...body }: RunBody): Promise<{ run: Run, isNew: boolean }> {
  const { workshopId } = context
  const before = await RunRow.findOne({ where: { id: body.id } })
  if (before) {
    if (before.workshopId !== workshopId || before.jobId !== body.jobId)
      throw taken('id', 'Run: another one bears this name already. Begin anew.')
    return { run: await getRun(context, body.id), isNew: false }
  }
  await database().transaction(async () => {
    const job = await JobRow.findOne({ where: { id: body.jobId, workshopId }, lock: true })
    if (!job) throw notFound('job')
    if (await RunRow.findOne({ where: { id: body.id } })) return
    if ((await RunRow.count({ where: { jobId: body.jobId } })) >= MOST.runs)
      throw invalid([{ field: 'jobId', message: `Runs: a job keeps ${MOST.runs} at the most.` }])
    await checkOperations(context, body.jobId, operations)
    await RunRow.create({ ...body, startedAt: new Date(body.startedAt), workshopId })
    await RunOperationRow.bulkCreate(operations.map((o, position) => ({ ...o, runId: body.id, workshopId, position })))
  })
  return { run: await getRun(context, body.id), isNew: true }
}

/** What happened to an operation says that it was begun. */
const BEGUN = ['down', 'done', 'edge']

/** Plans again what was not begun: other recipes or set-downs, operations added, and those left out that are not in the new plan. */
export async function replan(context: Context, id: string, { operations, piecesVersion }: ReplanBody): Promise<Run> {
  const { workshopId } = context
  await database().transaction(async () => {
    const run = await ownedRun(context, id, true)
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
  })
  return getRun(context, id)
}

/**
 * Keeps what boards tell, each event once however often it is told, in the order in which it arrives. Nothing that was told is refused
 * because of what another board told: both stand, and whoever reads them sees that two were at it.
 * @param rate board seconds a second, where it is rehearsed
 */
export async function tellRun(context: Context, id: string, events: readonly RunEventBody[], rate = 1): Promise<RunNews> {
  const { workshopId } = context
  const ironIds = [...new Set(events.flatMap(e => e.ironId ?? []))]
  if ((await IronRow.count({ where: { workshopId, id: ironIds }, paranoid: false })) < ironIds.length)
    throw invalid([{ field: 'events', message: 'Iron: one of them is not kept here.' }])
  let after = -1
  await database().transaction(async () => {
    // One teller at a time, so that positions have no gaps and nobody who watches misses one.
    const run = await ownedRun(context, id, true)
    const last = await RunEventRow.max<number | null, RunEventRow>('position', { where: { runId: id } })
    after = last ?? -1
    const known = await RunEventRow.findAll({ where: { workshopId, key: events.map(e => e.key) }, attributes: ['key', 'runId'] })
    if (known.some(k => k.runId !== id)) throw taken('key', 'Key: it belongs to another run.')
    const keys = new Set(known.map(k => k.key))
    const fresh = events.filter(e => !keys.has(e.key) && keys.add(e.key))
    if (after + 1 + fresh.length > MOST.runEvents)
      throw invalid([{ field: 'events', message: `Events: a run keeps ${MOST.runEvents} at the most. Begin another.` }])
    await RunEventRow.bulkCreate(
      fresh.map(({ atMs, stop, ...e }, i) => ({
        ...e, runId: id, workshopId, position: after + 1 + i, at: new Date(atMs), stopLabel: stop?.label ?? null,
        stopMeanC: stop?.meanC ?? null, stopSwingC: stop?.swingC ?? null,
      })),
    )
    const closes = fresh.findLast(e => e.kind === 'close')
    if (closes && run.closedAt === null) await run.update({ closedAt: new Date(closes.atMs) })
    for (const e of fresh) if (e.kind === 'cleaned' && e.ironId) await cleaned(context, e.ironId, new Date(e.atMs))
  })
  for (const e of events) {
    if (e.kind !== 'edge') continue
    try {
      await learnFromEdge(context, id, e, rate)
    } catch (error) {
      // What was told is kept all the same, though nothing can be learned from it any more.
      if (!(error instanceof ProblemError)) throw error
    }
  }
  return newsOf(context, id, after)
}

async function cleaned({ workshopId }: Context, ironId: string, at: Date): Promise<void> {
  const iron = await IronRow.findOne({ where: { id: ironId, workshopId }, lock: true })
  if (iron && (iron.cleanedAt === null || iron.cleanedAt < at)) await iron.update({ cleanedAt: at })
}

/** How an edge was found, as a swatch is judged. */
const GRADE_OF_EDGE = { lifts: 1, nail: 3, holds: 4 } as const

/** An edge that was tried is a swatch: of the place where it lifts, or of the first. Told again it is the same one. */
async function learnFromEdge(context: Context, runId: string, edge: RunEventBody, rate: number): Promise<void> {
  const run = await getRun(context, runId)
  const at = run.events.find(e => e.key === edge.key)?.position ?? Infinity
  const o = run.operations.find(x => x.id === edge.op)
  if (!o?.recipe || !o.clothId || !o.supplyId || !o.ironId || !o.predicted || !edge.edge) return
  const upTo = run.events.filter(e => e.position <= at)
  const state = foldRun(run.operations.map(workOf), runEventsOf(upTo, [], rate)).ops.get(o.id)!
  const print = edge.prints?.[0] ?? 0
  const events = printEvents(workOf(o), state, print)
  if (events.length === 0) return
  const [cloth, supply, job] = await Promise.all([
    ClothRow.findOne({ where: { id: o.clothId }, paranoid: false }), SupplyRow.findOne({ where: { id: o.supplyId }, paranoid: false }),
    JobRow.findOne({ where: { id: run.jobId }, paranoid: false }),
  ])
  await recordTrial(context, {
    clientKey: edge.key, clothId: o.clothId, supplyId: o.supplyId, ironId: o.ironId, coverId: o.coverId, bed: o.bed,
    recipe: recipeSchema.parse(o.recipe), predicted: o.predicted,
    events: events.map(e => ({ atS: e.atS, kind: e.kind, soleC: e.soleC ?? null })),
    grade: GRADE_OF_EDGE[edge.edge], marks: [], markWhere: {}, doubts: [], readings: [], planId: null, scrap: null,
    note: `${RUN_NOTE}: ${job?.name ?? 'a job'}, ${o.name}${edge.prints?.length ? `, set-down ${print + 1}` : ''}.`,
    clothLot: cloth?.lot ?? '', supplyLot: supply?.lot ?? '', overSupplyIds: o.overSupplyIds, pressedAt: new Date(edge.atMs).toISOString(),
  })
}

/** Everything that happened in a run, a line each. */
export async function runLog(context: Context, id: string): Promise<string> {
  const run = await getRun(context, id)
  const irons = await IronRow.findAll({ where: { workshopId: context.workshopId }, paranoid: false })
  const names = new Map(irons.map(i => [i.id, i.name]))
  return runToCsv(run, ironId => names.get(ironId) ?? '')
}
