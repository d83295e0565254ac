import pg from 'pg'
import { log } from '../utils/log'
import { CHANNEL } from './wake'

const AGAIN_MS = 500

/**
 * Listens to what every server announces on the database, over a connection of its own. Where that breaks it is made anew, and whoever
 * listens learns that something may have been missed.
 * @param heard a session was woken
 * @param missed nothing could be received for a time
 * @returns how to stop
 */
export function listenForSessions(url: string, onSession: (sessionId: string) => void, missed: () => void): () => Promise<void> {
  let client: pg.Client | null = null, timer: NodeJS.Timeout | null = null, isOver = false, isFirst = true

  async function begin(): Promise<void> {
    const mine = client = new pg.Client({ connectionString: url, keepAlive: true, connectionTimeoutMillis: 5000 })
    let isGone = false
    const lost = () => {
      if (isGone || isOver) return
      isGone = true
      void mine.end().catch(() => undefined)
      timer = setTimeout(() => { void begin() }, AGAIN_MS)
    }
    mine.on('error', lost)
    mine.on('end', lost)
    mine.on('notification', ({ payload }) => { if (payload) onSession(payload) })
    try {
      await mine.connect()
      await mine.query(`listen ${CHANNEL}`)
      if (!isFirst) log.info('hearing of runs again')
      isFirst = false
      missed()
    } catch {
      lost()
    }
  }
  void begin()
  return async () => {
    isOver = true
    if (timer) clearTimeout(timer)
    await client?.end().catch(() => undefined)
  }
}
