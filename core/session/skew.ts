/**
 * By how much a board's clock differs from the server's, ms: the least of what lay between sending and arriving. A clock that is behind
 * makes things seem to arrive late; what waited in the board's outbox does too, so the least counts.
 * @param sent when each was sent by the board's clock, and when it arrived by the server's
 */
export function skewOf(sent: readonly { atMs: number, arrivedMs: number }[]): number {
  if (sent.length === 0) return 0
  const least = sent.reduce((min, t) => Math.min(min, t.arrivedMs - t.atMs), Infinity)
  return Math.abs(least) < NEAR_MS ? 0 : least
}
/** On its way for so long, or clocks so near, is no difference. */
const NEAR_MS = 2000
