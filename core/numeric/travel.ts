/** What a search has come to, and the best that it came by. */
interface Travelled<T> { now: T, best: T }
interface Travel<T> {
  /** Something near it; null where that is nothing that may be. */
  change: (now: T) => T | null
  costOf: (of: T) => number
  /** Of two; by usual the one that costs less. */
  isBetter?: (one: T, other: T) => boolean
  /** What costs more than the best by no more than this share is gone on from. */
  stray: number
}

/**
 * Goes on from what is there, by changes, for so many rounds: what is hardly worse than the best is gone on from.
 * Source: record-to-record travel, Dueck (1993). The changes bring their own chance: the same ones give the same.
 */
export function recordTravel<T>(from: Travelled<T>, rounds: number, { change, costOf, isBetter, stray }: Travel<T>): Travelled<T> {
  let { now, best } = from
  for (let round = 0; round < rounds; round++) {
    const tried = change(now)
    if (tried === null || costOf(tried) > costOf(best) * (1 + stray)) continue
    now = tried
    if (isBetter ? isBetter(tried, best) : costOf(tried) < costOf(best)) best = tried
  }
  return { now, best }
}
