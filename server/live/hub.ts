/** What a watcher is told: events that were kept since, each with its position. */
interface News { events: readonly { position: number }[], piecesVersion: number }

interface Watcher<N> {
  /** The last position it has seen. */
  after: number
  piecesVersion: number | null
  tell: (news: N) => void
  /** It is let go, and comes back by itself. */
  letGo: () => void
}
interface Watched<N> { watchers: Set<Watcher<N>>, isLooking: boolean, again: boolean }

/**
 * Watchers of runs on this server. Nothing is asked while nothing happens; when a run is woken it is read once for all who watch it, from
 * the earliest position that one of them has seen.
 * @param read what has happened in a run since a position
 */
export function watchHub<N extends News>(read: (runId: string, after: number) => Promise<N>) {
  const runs = new Map<string, Watched<N>>()

  function hand(watcher: Watcher<N>, news: N): void {
    const events = news.events.filter(e => e.position > watcher.after)
    const isReplanned = watcher.piecesVersion !== null && watcher.piecesVersion !== news.piecesVersion
    const isFirst = watcher.piecesVersion === null
    watcher.piecesVersion = news.piecesVersion
    if (events.length === 0 && !isReplanned && !isFirst) return
    watcher.after = events.at(-1)?.position ?? watcher.after
    watcher.tell({ ...news, events })
  }

  /** Reads a run that was woken; woken again meanwhile it is read once more. */
  async function woken(runId: string): Promise<void> {
    const run = runs.get(runId)
    if (!run) return
    if (run.isLooking) {
      run.again = true
      return
    }
    run.isLooking = true
    try {
      do {
        run.again = false
        // Who joins meanwhile may have seen less than is being read: it is served by the next reading.
        const asked = [...run.watchers]
        const news = await read(runId, Math.min(...asked.map(w => w.after)))
        for (const watcher of asked) if (run.watchers.has(watcher)) hand(watcher, news)
      } while (run.again && run.watchers.size > 0)
    } catch {
      // It cannot be read for now: whoever watches is let go and comes back, and goes on from what it has seen.
      for (const watcher of [...run.watchers]) watcher.letGo()
    } finally {
      run.isLooking = false
    }
  }

  /** Watches a run from a position on. @returns how to stop */
  function watch(runId: string, after: number, tell: (news: N) => void, letGo: () => void): () => void {
    const run = runs.get(runId) ?? { watchers: new Set<Watcher<N>>(), isLooking: false, again: false }
    runs.set(runId, run)
    const watcher: Watcher<N> = { after, piecesVersion: null, tell, letGo }
    run.watchers.add(watcher)
    void woken(runId)
    return () => {
      run.watchers.delete(watcher)
      if (run.watchers.size === 0 && runs.get(runId) === run) runs.delete(runId)
    }
  }
  const all = () => [...runs.values()].flatMap(r => [...r.watchers])
  return {
    watch, woken,
    /** After a time in which nothing could be heard everything may have happened. */
    wakeAll: () => { for (const runId of runs.keys()) void woken(runId) },
    letAllGo: () => { for (const watcher of all()) watcher.letGo() },
    count: () => all().length,
  }
}
