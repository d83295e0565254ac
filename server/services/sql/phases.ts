import { QueryTypes } from 'sequelize'
import { foldSession, skewOf } from '#core/session'
import { sessionEventsOf, workOf } from '#shared/pressing'
import type { KeptSessionEvent, SessionEventBody, SessionOperation } from '#shared/schemas'
import { database } from '../../db/connection'
import { HELD, transact } from '../../db/transaction'
import { PressSessionRow, SessionEventRow, SessionOperationRow } from '../../db/models'
import type { Context } from '../../utils/context'
import { log } from '../../utils/log'

/** Board seconds a second, where it is rehearsed. */
const clockRate = (): number => Number(process.env.NUXT_PUBLIC_CLOCK_RATE) || 1

export const toEvent = (e: SessionEventRow): KeptSessionEvent => ({
  key: e.key, device: e.device, atMs: e.at.getTime(), kind: e.kind, op: e.op, pass: e.pass, placement: e.placement, ironId: e.ironId,
  soleC: e.soleC, edge: e.edge, placements: e.placements, takes: e.takes, byS: e.byS, ids: e.ids,
  setting: e.settingLabel === null ? null : { label: e.settingLabel, meanC: e.settingMeanC ?? 0, swingC: e.settingSwingC ?? 0 },
  position: e.position, arrivedMs: e.arrivedAt.getTime(), personId: e.personId ?? null,
})

interface Device { isSet: boolean, beforeMs: number | null, nowMs: number }
/**
 * Is the time of what a board told before another one now? Its clock was set, or something came quicker than anything before: by how much
 * its clock differs is taken from that.
 */
async function isTimedAnew(sessionId: string, after: number, devices: readonly string[]): Promise<boolean> {
  const rows = await database().query<Device>(`
    select bool_or(kind = 'clock') as "isSet", (extract(epoch from min(arrived_at - at) filter (where position <= :after)) * 1000)::float8
      as "beforeMs", (extract(epoch from min(arrived_at - at)) * 1000)::float8 as "nowMs"
    from session_event where session_id = :sessionId and device in (:devices) group by device`,
  { type: QueryTypes.SELECT, replacements: { sessionId, after, devices } })
  const skew = (ms: number) => skewOf([{ atMs: 0, arrivedMs: ms }])
  return rows.some(r => r.isSet || (r.beforeMs !== null && skew(r.beforeMs) !== skew(r.nowMs)))
}
type Told = Pick<SessionEventBody, 'kind' | 'op' | 'device'>
/**
 * Something happened to these: how far they have come is worked out anew when it is next asked.
 * @param events that were just kept, behind the position `after`
 */
export async function unsettle(sessionId: string, after: number, events: readonly Told[]): Promise<void> {
  // What is taken back may be of any of them.
  const isAny = events.some(e => e.kind === 'undo') || await isTimedAnew(sessionId, after, [...new Set(events.map(e => e.device))])
  const ids = [...new Set(events.flatMap(e => e.op ?? []))]
  if (isAny || ids.length > 0) await SessionOperationRow.update({ phase: null }, { where: { sessionId, ...(isAny ? {} : { id: ids }) } })
}

/** Works out how far the operations of a session have come that something happened to since. */
const settleSession = (sessionId: string): Promise<void> => transact(async () => {
  // Nothing more is told of it meanwhile.
  await PressSessionRow.findOne({ where: { id: sessionId }, attributes: ['id'], lock: HELD })
  const rows = await SessionOperationRow.findAll({ where: { sessionId, phase: null } })
  if (rows.length === 0) return
  const events = sessionEventsOf((await SessionEventRow.findAll({ where: { sessionId }, order: [['position', 'ASC']] })).map(toEvent), [],
    clockRate())
  for (const row of rows) await row.update({ phase: phaseOf(row.get() as unknown as SessionOperation, events) })
})
function phaseOf(o: SessionOperation, events: ReturnType<typeof sessionEventsOf>): SessionOperationRow['phase'] {
  try {
    return foldSession([workOf(o)], events).ops.get(o.id)!.phase
  } catch (error) {
    // A row that cannot be read is said elsewhere; here it has not come far.
    log.warn({ err: error, operation: o.id }, 'how far an operation has come could not be worked out')
    return 'open'
  }
}

/** How far every operation of this workroom has come stands beside it from here on. */
export async function settlePhases({ workroomId }: Context): Promise<void> {
  const sql = 'select distinct session_id as id from session_operation where workroom_id = :workroomId and phase is null'
  const open = await database().query<{ id: string }>(sql, { type: QueryTypes.SELECT, replacements: { workroomId } })
  for (const { id } of open) await settleSession(id)
}
/** Pressed to its end, said to the database of an operation `o` that is settled: it may lie to cool yet. */
export const IS_PRESSED = `o.phase in ('cooling', 'edge', 'done')`
/** Nothing more is done to it. */
export const IS_OVER = `o.phase in ('cooling', 'edge', 'done', 'skipped')`
