import { Op, UniqueConstraintError } from 'sequelize'
import {
  MOST, sessionOperationSchema, type KeptSessionEvent, type ReplanBody, type PressSession, type SessionBody,
  type SessionEventBody, type SessionHead, type SessionNews, type SessionOperation,
} from '#shared/schemas'
import { sessionToCsv } from '#shared/csv'
import { skewOfDevice } from '#shared/pressing'
import { database } from '../db/connection'
import { HELD, transact } from '../db/transaction'
import {
  FabricRow, PressClothRow, IronRow, JobMakingRow, PersonRow, JobPieceRow, JobRow, SessionEventRow, SessionOperationRow, PressSessionRow,
  SupplyRow,
  SwatchRow,
} from '../db/models'
import type { Context } from '../utils/context'
import { invalid, notFound, ProblemError, taken } from '../utils/problem'
import { wakeWatchers } from '../live/wake'
import { keysOf, pick } from './sql/columns'
import { swatchesOfEdges } from './judge/edges'
import { ownedJob } from './jobs'
import { hasSameContent } from './sql/keyed'
import { toEvent, unsettle } from './sql/phases'
import { recordSwatches } from './swatches'
import { rowReader } from './rows/unreadable'

const OPERATION_KEYS = keysOf(sessionOperationSchema.shape)
const operationsIn = rowReader('sessionOperations', sessionOperationSchema)

/** An event as a board sends it. */
const bodyOf = ({ position: _p, arrivedMs: _a, personId: _w, ...all }: KeptSessionEvent): SessionEventBody => all

async function ownedSession({ workroomId }: Context, id: string, lock = false): Promise<PressSessionRow> {
  const row = await PressSessionRow.findOne({ where: { id, workroomId }, ...(lock ? { lock: HELD } : {}) })
  if (!row) throw notFound('pressing session')
  return row
}
const operationsOf = async (sessionId: string): Promise<SessionOperation[]> =>
  operationsIn(await SessionOperationRow.findAll({ where: { sessionId }, order: [['position', 'ASC']] }), row =>
    pick(row.get(), OPERATION_KEYS))
const eventsOf = async (sessionId: string, after = -1): Promise<KeptSessionEvent[]> =>
  (await SessionEventRow.findAll({ where: { sessionId, position: { [Op.gt]: after } }, order: [['position', 'ASC']] })).map(toEvent)

export async function getSession(context: Context, id: string): Promise<PressSession> {
  const row = await ownedSession(context, id)
  const operations = await operationsOf(id), events = await eventsOf(id)
  return {
    id: row.id, jobId: row.jobId, piecesVersion: row.piecesVersion, startedAt: row.startedAt.toISOString(),
    closedAt: row.closedAt?.toISOString() ?? null, operations, events,
  }
}

/** What has happened in a session since. */
export async function newsOf(context: Context, id: string, after: number): Promise<SessionNews> {
  const row = await ownedSession(context, id)
  return { id, events: await eventsOf(id, after), closedAt: row.closedAt?.toISOString() ?? null, piecesVersion: row.piecesVersion }
}

/** The sessions of a job, the newest first. */
export async function sessionsOf({ workroomId }: Context, jobId: string): Promise<SessionHead[]> {
  if (!(await JobRow.count({ where: { id: jobId, workroomId } }))) throw notFound('job')
  const rows = await PressSessionRow.findAll({ where: { jobId }, order: [['startedAt', 'DESC']], limit: MOST.sessions })
  const ids = rows.map(r => r.id)
  const counts = async (model: typeof SessionOperationRow | typeof SessionEventRow) =>
    new Map(
      (await (model as typeof SessionEventRow).findAll({
        where: { sessionId: ids }, group: ['sessionId'], raw: true,
        attributes: ['sessionId', [database().fn('count', database().literal('*')), 'position']],
      })).map(r => [r.sessionId, Number(r.position)]),
    )
  const operations = await counts(SessionOperationRow), events = await counts(SessionEventRow)
  return rows.map(r => ({
    id: r.id, startedAt: r.startedAt.toISOString(), closedAt: r.closedAt?.toISOString() ?? null, operations: operations.get(r.id) ?? 0,
    events: events.get(r.id) ?? 0,
  }))
}

/** Everything an operation points at must be kept in this workroom. */
async function checkOperations({ workroomId }: Context, jobId: string, operations: readonly SessionOperation[]): Promise<void> {
  const named = (of: (o: SessionOperation) => (string | null)[]) => [...new Set(operations.flatMap(of).filter(id => id !== null))]
  const pieceIds = named(o => [o.pieceId])
  const missing = async (model: typeof FabricRow | typeof SupplyRow | typeof IronRow | typeof PressClothRow, ids: string[],
    what: string) => {
    if (ids.length > 0 && (await (model as typeof FabricRow).count({ where: { workroomId, id: ids } })) < ids.length)
      throw invalid([{ field: 'operations', message: `${what}: one of them is not kept here any more. Plan it again.` }])
  }
  const makingIds = named(o => [o.makingId])
  if ((await JobMakingRow.count({ where: { workroomId, jobId, id: makingIds } })) < makingIds.length)
    throw invalid([{ field: 'operations', message: 'Making: one of them has been removed. Plan it again.' }])
  if ((await JobPieceRow.count({ where: { workroomId, jobId, id: pieceIds } })) < pieceIds.length)
    throw invalid([{ field: 'operations', message: 'Pieces: one of them has been removed. Plan it again.' }])
  await missing(FabricRow, named(o => [o.fabricId]), 'Fabric')
  await missing(SupplyRow, named(o => [o.supplyId, ...o.overSupplyIds]), 'Interfacing')
  await missing(IronRow, named(o => [o.ironId]), 'Iron')
  await missing(PressClothRow, named(o => [o.pressClothId]), 'Press cloth')
  const cold = operations.find(o => o.recipe !== null && o.ironId === null)
  if (cold) throw invalid([{ field: 'operations', message: `${cold.name}: say with which iron.` }])
  const bare = operations.find(o => o.recipe !== null && o.placements.length === 0)
  if (bare) throw invalid([{ field: 'operations', message: `${bare.name}: there is no place for the iron on it.` }])
}

const anotherSession = () => taken('id', 'Session: another one bears this name already. Begin anew.')

/** Begins a session; the same one again is the one that is kept already. */
export async function beginSession(context: Context, { operations, ...body }: SessionBody): Promise<{ session: PressSession
  isNew: boolean }> {
  const { workroomId } = context
  const before = await PressSessionRow.findOne({ where: { id: body.id } })
  if (before) {
    if (before.workroomId !== workroomId || before.jobId !== body.jobId) throw anotherSession()
    return { session: await getSession(context, body.id), isNew: false }
  }
  try {
    await transact(async () => {
      const job = await ownedJob(context, body.jobId, true)
      if (await PressSessionRow.findOne({ where: { id: body.id, jobId: job.id } })) return
      if ((await PressSessionRow.count({ where: { jobId: body.jobId } })) >= MOST.sessions)
        throw invalid([{ field: 'jobId', message: `Runs: a job keeps ${MOST.sessions} at the most.` }])
      await checkOperations(context, body.jobId, operations)
      // A board whose clock is ahead does not begin in the future.
      const startedAt = new Date(Math.min(Date.parse(body.startedAt), Date.now()))
      await PressSessionRow.create({ ...body, startedAt, workroomId })
      await SessionOperationRow.bulkCreate(operations.map((o, position) => ({ ...o, sessionId: body.id, workroomId, position,
        phase: 'open' })))
    })
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw anotherSession()
    throw error
  }
  return { session: await getSession(context, body.id), isNew: true }
}

const isOver = (closedAt: Date) => new ProblemError(
  409, 'Over',
  `This session was closed on ${closedAt.toISOString().slice(0, 16).replace('T', ' at ')} UTC. Start another session for the rest.`)

/** What happened to an operation says that it was begun. */
const BEGUN = ['down', 'done', 'edge']

/** Plans again what was not begun: other recipes or positions, operations added, and those left out that are not in the new plan. */
export async function replan(context: Context, id: string, { operations, piecesVersion }: ReplanBody): Promise<PressSession> {
  const { workroomId } = context
  await transact(async () => {
    const session = await ownedSession(context, id, true)
    if (session.closedAt) throw isOver(session.closedAt)
    await checkOperations(context, session.jobId, operations)
    const begun = new Set(
      (await SessionEventRow.findAll({ where: { sessionId: id, kind: BEGUN }, attributes: ['op'] })).map(e => e.op).filter(op =>
        op !== null),
    )
    const kept = await SessionOperationRow.findAll({ where: { sessionId: id, id: [...begun] }, order: [['position', 'ASC']] })
    await SessionOperationRow.destroy({ where: { sessionId: id, id: { [Op.notIn]: [...begun] } } })
    const fresh = operations.filter(o => !begun.has(o.id))
    if (kept.length + fresh.length > MOST.operations)
      throw invalid([{ field: 'operations', message: `Operations: a run keeps ${MOST.operations} at the most.` }])
    const from = Math.max(0, ...kept.map(o => o.position + 1))
    await SessionOperationRow.bulkCreate(fresh.map((o, i) => ({ ...o, sessionId: id, workroomId, position: from + i, phase: 'open' })))
    await session.update({ piecesVersion })
    await wakeWatchers(id)
  })
  return getSession(context, id)
}

const anotherEvent = () => taken('key', 'Key: another event bears it already.')

/** Those of a batch that are not kept yet, each once. @throws ProblemError where a key bears something else */
async function freshOf({ workroomId }: Context, sessionId: string, events: readonly SessionEventBody[]): Promise<SessionEventBody[]> {
  const known = new Map<string, SessionEventBody>()
  for (const row of await SessionEventRow.findAll({ where: { workroomId, key: events.map(e => e.key) } })) {
    if (row.sessionId !== sessionId) throw taken('key', 'Key: it belongs to another session.')
    known.set(row.key, bodyOf(toEvent(row)))
  }
  return events.filter((e) => {
    const before = known.get(e.key)
    if (before && !hasSameContent(before, e)) throw anotherEvent()
    known.set(e.key, e)
    return !before
  })
}

/** A board whose clock is so near to the closing board's may still send events, s. */
const CLOSE_GRACE_MS = 60_000

/**
 * When a session was closed, by the server's clock, if one of these closes it; never in the future, however far ahead a board's clock is.
 * @throws ProblemError where something happened after the session was closed
 */
async function closedBy(session: PressSessionRow, fresh: readonly SessionEventBody[]): Promise<Date | null> {
  const closes = fresh.find(e => e.kind === 'close'), nowMs = Date.now()
  if (!closes && !session.closedAt) return null
  const before = (await SessionEventRow.findAll({ where: { sessionId: session.id,
    device: [...new Set(fresh.map(e => e.device))] } })).map(toEvent)
  const all = [...before, ...fresh.map((e): KeptSessionEvent => ({ ...e, position: -1, arrivedMs: nowMs }))]
  const skewMs = new Map([...new Set(fresh.map(e => e.device))].map(device => [device, skewOfDevice(all, device)]))
  const atMs = (e: SessionEventBody) => Math.min(nowMs, e.atMs + skewMs.get(e.device)!)
  const closedAt = session.closedAt ?? new Date(Math.max(atMs(closes!), session.startedAt.getTime()))
  const late = fresh.find(e => e.kind !== 'close' && atMs(e) > closedAt.getTime() + CLOSE_GRACE_MS)
  if (late) throw isOver(closedAt)
  return closedAt
}

/**
 * Keeps what boards tell, each event once however often it is told, in the order in which it arrives. Nothing that was told is refused
 * because of what another board told, but what happened after the session was closed: both stand, and whoever reads them sees that two
 * were at it.
 * @param rate board seconds a second, where it is rehearsed
 */
export async function appendEvents(context: Context, id: string, events: readonly SessionEventBody[], rate = 1): Promise<SessionNews> {
  const { workroomId } = context
  const ironIds = [...new Set(events.flatMap(e => e.ironId ?? []))]
  if (ironIds.length > 0 && (await IronRow.count({ where: { workroomId, id: ironIds }, paranoid: false })) < ironIds.length)
    throw invalid([{ field: 'events', message: 'Iron: one of them is not kept here.' }])
  let after = -1
  try {
    await transact(async () => {
      // One teller at a time, so that positions have no gaps and nobody who watches misses one.
      const session = await ownedSession(context, id, true)
      after = (await SessionEventRow.max<number | null, SessionEventRow>('position', { where: { sessionId: id } })) ?? -1
      const fresh = await freshOf(context, id, events)
      if (fresh.length === 0) return
      if (after + 1 + fresh.length > MOST.sessionEvents)
        throw invalid([{ field: 'events', message: `Events: a run keeps ${MOST.sessionEvents} at the most. Begin another.` }])
      const closedAt = await closedBy(session, fresh)
      await SessionEventRow.bulkCreate(
        fresh.map(({ atMs, setting, ...e }, i) => ({
          ...e, sessionId: id, workroomId, position: after + 1 + i, at: new Date(atMs), settingLabel: setting?.label ?? null,
          settingMeanC: setting?.meanC ?? null, settingSwingC: setting?.swingC ?? null,
        })),
      )
      await unsettle(id, after, fresh)
      if (closedAt && session.closedAt === null) await session.update({ closedAt })
      for (const e of fresh) if (e.kind === 'cleaned' && e.ironId) await cleaned(context, e.ironId, e.atMs)
      await wakeWatchers(id)
    })
  } catch (error) {
    // One key told of two sessions at once: the other was first.
    if (error instanceof UniqueConstraintError) throw anotherEvent()
    throw error
  }
  await learnFromEdges(context, id, events.filter(e => e.kind === 'edge'), rate)
  return newsOf(context, id, after)
}

async function cleaned({ workroomId }: Context, ironId: string, atMs: number): Promise<void> {
  const at = new Date(Math.min(atMs, Date.now()))
  const iron = await IronRow.findOne({ where: { id: ironId, workroomId }, lock: HELD })
  if (iron && (iron.cleanedAt === null || iron.cleanedAt < at)) await iron.update({ cleanedAt: at })
}

/** An edge that was tried is a swatch: of the place where it lifts, or of the first. The session is read once, however many were told. */
async function learnFromEdges(context: Context, sessionId: string, edges: readonly SessionEventBody[], rate: number): Promise<void> {
  if (edges.length === 0) return
  const { workroomId } = context
  const known = new Set((await SwatchRow.findAll({
    where: { workroomId, clientKey: edges.map(e => e.key) }, attributes: ['clientKey'],
  })).map(t => t.clientKey))
  const news = edges.filter(e => !known.has(e.key))
  if (news.length === 0) return
  const session = await getSession(context, sessionId)
  const [job, fabrics, supplies] = [
    await JobRow.findOne({ where: { id: session.jobId }, attributes: ['name'], paranoid: false }),
    await FabricRow.findAll({ where: { workroomId, id: session.operations.flatMap(o => o.fabricId ?? []) }, attributes: ['id', 'lot'] }),
    await SupplyRow.findAll({ where: { workroomId, id: session.operations.flatMap(o => o.supplyId ?? []) }, attributes: ['id', 'lot'] }),
  ]
  const lots = new Map([...fabrics, ...supplies].map(r => [r.id, r.lot]))
  // What was told is kept all the same, though nothing may be learned from it any more.
  await recordSwatches(context, swatchesOfEdges(session, news, { jobName: job?.name ?? 'a job', lotOf: id => lots.get(id) ?? '', rate }))
}

/** Everything that happened in a session, a line each. */
export async function sessionLog(context: Context, id: string): Promise<string> {
  const session = await getSession(context, id)
  const irons = await IronRow.findAll({ where: { workroomId: context.workroomId }, paranoid: false })
  const names = new Map(irons.map(i => [i.id, i.name]))
  const people = await PersonRow.findAll({ where: { workroomId: context.workroomId } })
  const who = new Map(people.map(p => [p.id, p.name]))
  return sessionToCsv(session, ironId => names.get(ironId) ?? '', personId => who.get(personId) ?? '')
}
