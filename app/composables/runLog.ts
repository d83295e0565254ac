import { createStore, del, entries, get, set, setMany, type UseStore } from 'idb-keyval'
import type { Run, RunEventBody } from '#shared/schemas'

type RunPlan = Omit<Run, 'events'>
/** What this browser holds of runs: the plan of each, and every event that was told on this board or heard from another. */
let store: UseStore | null = null
const held = (): UseStore => (store ??= createStore(keptKey(workroomId(), 'runs'), 'runs'))
const PLAN = 'plan ', EVENT = 'event '
const eventKey = (runId: string, e: RunEventBody) => `${EVENT}${runId} ${String(e.atMs).padStart(15, '0')} ${e.key}`

/** False where the browser's database takes nothing: the board says so. */
export const runLogSafe = ref(true)
async function safely<T>(work: () => Promise<T>, otherwise: T): Promise<T> {
  try {
    const value = await inTime(work)
    runLogSafe.value = true
    return value
  } catch {
    runLogSafe.value = false
    return otherwise
  }
}

export const keepPlan = (run: RunPlan): Promise<void> => safely(() => set(PLAN + run.id, plain(run), held()), undefined)
/** Written down before anything is shown: what a hand was told has happened is never lost with the page. */
export const keepEvent = (runId: string, e: RunEventBody): Promise<void> =>
  safely(() => set(eventKey(runId, e), plain(e), held()), undefined)
export const keepEvents = (runId: string, all: readonly RunEventBody[]): Promise<void> =>
  safely(() => setMany(all.map(e => [eventKey(runId, e), plain(e)]), held()), undefined)

/** The plan of a run as it was last heard of here. */
export const keptPlan = (runId: string): Promise<RunPlan | null> =>
  safely(async () => (await get<RunPlan>(PLAN + runId, held())) ?? null, null)
export const keptEvents = (runId: string): Promise<RunEventBody[]> =>
  safely(async () => {
    const all = await entries<string, RunEventBody>(held())
    return all.filter(([key]) => key.startsWith(`${EVENT}${runId} `)).sort(([a], [b]) => a.localeCompare(b)).map(([, e]) => e)
  }, [])
/** Runs of a job that this browser knows, the newest first. */
export const keptRunsOf = (jobId: string): Promise<RunPlan[]> =>
  safely(async () => {
    const all = await entries<string, RunPlan>(held())
    return all.filter(([key, r]) => key.startsWith(PLAN) && r.jobId === jobId).map(([, r]) => r)
      .sort((a, b) => b.startedAt.localeCompare(a.startedAt))
  }, [])
/** A run that is over, and known to the server, is let go. */
export const dropRun = (runId: string): Promise<void> =>
  safely(async () => {
    for (const [key] of await entries<string, unknown>(held())) if (key.includes(runId)) await del(key, held())
  }, undefined)
