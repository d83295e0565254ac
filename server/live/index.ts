import { asUseCase } from '../db/one-connection'
import { newsOf } from '../services/sessions'
import type { SessionNews } from '#shared/schemas'
import { watchHub } from './hub'
import { listenForSessions } from './listen'

const hubs = new Map<string, ReturnType<typeof watchHub<SessionNews>>>()
let stop: (() => Promise<void>) | null = null

/** Where to listen: a pooler that lends connections by the transaction cannot be listened through. */
const listenUrl = (): string => process.env.READY_CUFF_LISTEN_URL ?? process.env.DATABASE_URL ?? ''

/** The watchers of a workroom's runs on this server; the first of all begins to listen. */
export function watchersOf(workroomId: string) {
  stop ??= listenForSessions(
    listenUrl(),
    (sessionId) => { for (const hub of hubs.values()) void hub.woken(sessionId) },
    () => { for (const hub of hubs.values()) hub.wakeAll() },
  )
  const known = hubs.get(workroomId)
  if (known) return known
  const hub = watchHub<SessionNews>((sessionId, after) => asUseCase(() => newsOf({ workroomId }, sessionId, after)))
  hubs.set(workroomId, hub)
  return hub
}

/** Lets every watcher go, so that it comes back to a server that stays. */
export async function endWatching(): Promise<void> {
  for (const hub of hubs.values()) hub.letAllGo()
  await stop?.()
  stop = null
}
