import { asUseCase } from '../db/one-connection'
import { newsOf } from '../services/runs'
import type { RunNews } from '#shared/schemas'
import { watchHub } from './hub'
import { listenForRuns } from './listen'

const hubs = new Map<string, ReturnType<typeof watchHub<RunNews>>>()
let stop: (() => Promise<void>) | null = null

/** Where to listen: a pooler that lends connections by the transaction cannot be listened through. */
const listenUrl = (): string => process.env.READY_CUFF_LISTEN_URL ?? process.env.DATABASE_URL ?? ''

/** The watchers of a workroom's runs on this server; the first of all begins to listen. */
export function watchersOf(workshopId: string) {
  stop ??= listenForRuns(
    listenUrl(),
    (runId) => { for (const hub of hubs.values()) void hub.woken(runId) },
    () => { for (const hub of hubs.values()) hub.wakeAll() },
  )
  const known = hubs.get(workshopId)
  if (known) return known
  const hub = watchHub<RunNews>((runId, after) => asUseCase(() => newsOf({ workshopId }, runId, after)))
  hubs.set(workshopId, hub)
  return hub
}

/** Lets every watcher go, so that it comes back to a server that stays. */
export async function endWatching(): Promise<void> {
  for (const hub of hubs.values()) hub.letAllGo()
  await stop?.()
  stop = null
}
