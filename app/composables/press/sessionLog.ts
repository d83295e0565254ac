import { clear, createStore, del, entries, get, set, setMany, type UseStore } from 'idb-keyval'
import { renamed } from '#shared/renamed'
import type { PressSession, SessionEventBody } from '#shared/schemas'

type SessionPlan = Omit<PressSession, 'events'>
/** What this browser holds of sessions: the plan of each, and every event recorded on this board or received from another. */
let store: UseStore | null = null
// A browser's database keeps the name it was made with; what was written in it before has the names of then.
const held = (): UseStore => (store ??= createStore(ownKey('runs'), 'runs'))
const PLAN = 'plan ', EVENT = 'event '
const eventKey = (sessionId: string, e: SessionEventBody) => `${EVENT}${sessionId} ${String(e.atMs).padStart(15, '0')} ${e.key}`

/** False where the browser's database takes nothing: the board says so. */
export const sessionLogSafe = ref(true)
async function safely<T>(work: () => Promise<T>, otherwise: T): Promise<T> {
  try {
    const value = await inTime(work, () => { sessionLogSafe.value = true })
    sessionLogSafe.value = true
    return value
  } catch {
    sessionLogSafe.value = false
    return otherwise
  }
}

/** Nothing more is kept for somebody who is signing out: news that arrive meanwhile would outlast her. */
const keeping = (work: () => Promise<void>): Promise<void> => (keepsForPerson() ? safely(work, undefined) : Promise.resolve())

export const keepPlan = (session: SessionPlan): Promise<void> => keeping(() => set(PLAN + session.id, toPlain(session), held()))
/** Written down before anything is shown: an event that was confirmed to the user is never lost with the page. */
export const keepEvent = (sessionId: string, e: SessionEventBody): Promise<void> =>
  keeping(() => set(eventKey(sessionId, e), toPlain(e), held()))
export const keepEvents = (sessionId: string, all: readonly SessionEventBody[]): Promise<void> =>
  keeping(() => setMany(all.map(e => [eventKey(sessionId, e), toPlain(e)]), held()))

/** The plan of a session as it was last received here. */
export const keptPlan = (sessionId: string): Promise<SessionPlan | null> =>
  safely(async () => (renamed(await get<SessionPlan>(PLAN + sessionId, held())) as SessionPlan | undefined) ?? null, null)
export const keptEvents = (sessionId: string): Promise<SessionEventBody[]> =>
  safely(async () => {
    const all = await entries<string, SessionEventBody>(held())
    return all.filter(([key]) => key.startsWith(`${EVENT}${sessionId} `)).sort(([a], [b]) => a.localeCompare(b)).map(([, e]) =>
      renamed(e) as SessionEventBody)
  }, [])
/** Sessions of a job that this browser knows, the newest first. */
export const keptSessionsOf = (jobId: string): Promise<SessionPlan[]> =>
  safely(async () => {
    const all = await entries<string, SessionPlan>(held())
    return all.filter(([key, r]) => key.startsWith(PLAN) && r.jobId === jobId).map(([, r]) => renamed(r) as SessionPlan)
      .sort((a, b) => b.startedAt.localeCompare(a.startedAt))
  }, [])
/** A session that is over, and known to the server, is let go. */
export const dropSession = (sessionId: string): Promise<void> =>
  safely(async () => {
    for (const [key] of await entries<string, unknown>(held())) if (key.includes(sessionId)) await del(key, held())
  }, undefined)
/** Takes away everything that this browser holds of sessions for whoever is at the board. */
export const wipeSessions = (): Promise<void> => safely(() => clear(held()), undefined)
