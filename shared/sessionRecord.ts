/** What a board knows of a session's events: kept in the server's order, each once, and how far it is whole. */
import type { KeptSessionEvent } from './schemas'

/**
 * Takes in events that came from the server, in whatever order they came and however often.
 * @returns what is known now, in order, and which of them were new
 */
export function mergeEvents(
  known: readonly KeptSessionEvent[], news: readonly KeptSessionEvent[],
): { events: readonly KeptSessionEvent[], fresh: readonly KeptSessionEvent[] } {
  const positions = new Set(known.map(e => e.position)), fresh: KeptSessionEvent[] = []
  for (const event of news) {
    if (positions.has(event.position)) continue
    positions.add(event.position)
    fresh.push(event)
  }
  return fresh.length === 0 ? { events: known, fresh } : { events: [...known, ...fresh].sort((a, b) => a.position - b.position), fresh }
}

/** The last position up to which nothing is missing, -1 where the first is; what comes after it is asked for. */
export function wholeUpTo(events: readonly KeptSessionEvent[]): number {
  const gap = events.findIndex((e, i) => e.position !== i)
  return (gap < 0 ? events.length : gap) - 1
}

/** Is there something beyond a gap? */
export const hasGap = (events: readonly KeptSessionEvent[]): boolean => (events.at(-1)?.position ?? -1) > wholeUpTo(events)
