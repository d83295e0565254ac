/** What a watcher receives: events that were kept since, each with its position. */
interface News { events: readonly { position: number }[], piecesVersion: number }

interface Watcher<N> {
  /** The last position it has seen. */
  after: number
  piecesVersion: number | null
  send: (news: N) => void
  /** It is let go, and comes back by itself. */
  letGo: () => void
}
interface Watched<N> { watchers: Set<Watcher<N>>, isLooking: boolean, again: boolean }

/**
 * Watchers of sessions on this server. Nothing is asked while nothing happens; when a session is woken it is read once for all who watch
 * it, from the earliest position that one of them has seen.
 * @param read what has happened in a session since a position
 */
export function watchHub<N extends News>(read: (sessionId: string, after: number) => Promise<N>) {
  const sessions = new Map<string, Watched<N>>()

  function hand(watcher: Watcher<N>, news: N): void {
    const events = news.events.filter(e => e.position > watcher.after)
    const isReplanned = watcher.piecesVersion !== null && watcher.piecesVersion !== news.piecesVersion
    const isFirst = watcher.piecesVersion === null
    watcher.piecesVersion = news.piecesVersion
    if (events.length === 0 && !isReplanned && !isFirst) return
    watcher.after = events.at(-1)?.position ?? watcher.after
    watcher.send({ ...news, events })
  }

  /** Reads a session that was woken; woken again meanwhile it is read once more. */
  async function woken(sessionId: string): Promise<void> {
    const session = sessions.get(sessionId)
    if (!session) return
    if (session.isLooking) {
      session.again = true
      return
    }
    session.isLooking = true
    try {
      do {
        session.again = false
        // Who joins meanwhile may have seen less than is being read: it is served by the next reading.
        const asked = [...session.watchers]
        const news = await read(sessionId, Math.min(...asked.map(w => w.after)))
        for (const watcher of asked) if (session.watchers.has(watcher)) hand(watcher, news)
      } while (session.again && session.watchers.size > 0)
    } catch {
      // It cannot be read for now: whoever watches is let go and comes back, and goes on from what it has seen.
      for (const watcher of [...session.watchers]) watcher.letGo()
    } finally {
      session.isLooking = false
    }
  }

  /** Watches a session from a position on. @returns how to stop */
  function watch(sessionId: string, after: number, send: (news: N) => void, letGo: () => void): () => void {
    const session = sessions.get(sessionId) ?? { watchers: new Set<Watcher<N>>(), isLooking: false, again: false }
    sessions.set(sessionId, session)
    const watcher: Watcher<N> = { after, piecesVersion: null, send, letGo }
    session.watchers.add(watcher)
    void woken(sessionId)
    return () => {
      session.watchers.delete(watcher)
      if (session.watchers.size === 0 && sessions.get(sessionId) === session) sessions.delete(sessionId)
    }
  }
  const all = () => [...sessions.values()].flatMap(r => [...r.watchers])
  return {
    watch, woken,
    /** After a time in which nothing could be received everything may have happened. */
    wakeAll: () => { for (const sessionId of sessions.keys()) void woken(sessionId) },
    letAllGo: () => { for (const watcher of all()) watcher.letGo() },
    count: () => all().length,
  }
}
