import type { Server } from 'node:http'
import { database } from '../db/connection'
import { endWatching } from '../live'
import { clearTries } from '../people/attempts'
import { sealedWith } from '../people/cookie'
import { log } from '../utils/log'
import { settingsRefused, spareMB } from '../utils/settings'
import { clearLeftovers } from '../utils/workspace'
import { checkKept } from '../workroom/self-check'
import { workroomIds } from '../workroom/write'

const AGAIN_MS = 10_000
/** Counts of wrong tries that are over are taken away so often. */
const CLEARED_MS = 15 * 60_000
/** A connection that is not used stays open longer than whatever is in front of the server keeps it, or both would end it at once, ms. */
const KEPT_OPEN_MS = 65_000

/** With settings that make no sense the server does not begin; while it is built nothing is set yet. */
function refuseSettings(): void {
  const refused = import.meta.prerender ? [] : settingsRefused([database, sealedWith, spareMB])
  if (refused.length === 0) return
  console.error(refused.join('\n'))
  process.exit(1)
}

/**
 * As it begins, the server looks at its settings, clears what a killed one left and reads every kept row once; as it ends, it lets its
 * watchers go.
 */
export default defineNitroPlugin((nitro) => {
  refuseSettings()
  void clearLeftovers().then((n) => { if (n > 0) log.info({ folders: n }, 'cleared what a killed server left') }, () => undefined)
  let timer: NodeJS.Timeout
  const check = async () => {
    try {
      for (const id of await workroomIds()) await checkKept(id)
    } catch (error) {
      // The database is not there yet, or has no workroom.
      log.debug({ err: error }, 'the kept rows could not be read yet')
      timer = setTimeout(check, AGAIN_MS)
    }
  }
  timer = setTimeout(check, AGAIN_MS / 5)
  const clearing = setInterval(() => { clearTries().catch(() => undefined) }, CLEARED_MS)
  // Before it stops listening: a stream that stays open would hold it up.
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => { void endWatching() })
  nitro.hooks.hook('close', () => {
    clearTimeout(timer)
    clearInterval(clearing)
  })
  nitro.hooks.hook('request', ({ node: { req } }) => {
    const { server } = req.socket as typeof req.socket & { server?: Server }
    if (server) server.keepAliveTimeout = KEPT_OPEN_MS
  })
})
