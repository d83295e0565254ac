/** A strip that may be butted to others: its length, mm. */
export interface Strip {
  id: string
  longMm: number
}

/**
 * Fewest strips that make up a length, butted end to end, and of those the ones that leave least over: the longest first, the last one
 * no longer than it need be.
 * @returns null where all of them together are too short
 */
export function buttStrips(strips: readonly Strip[], wantedMm: number): { ids: string[], joins: number, overMm: number } | null {
  const longest = [...strips].sort((a, b) => b.longMm - a.longMm)
  let count = 0,
    sum = 0
  while (sum < wantedMm && count < longest.length) sum += longest[count++]!.longMm
  if (sum < wantedMm) return null
  // The longest ones need the fewest; then each is changed for the shortest that still does.
  const taken = longest.slice(0, count),
    left = longest.slice(count)
  for (let i = taken.length - 1; i >= 0; i--) {
    const least = wantedMm - (sum - taken[i]!.longMm)
    const shorter = left.filter(s => s.longMm >= least && s.longMm < taken[i]!.longMm).at(-1)
    if (!shorter) continue
    left[left.indexOf(shorter)] = taken[i]!
    left.sort((a, b) => b.longMm - a.longMm)
    sum += shorter.longMm - taken[i]!.longMm
    taken[i] = shorter
  }
  return { ids: taken.map(s => s.id), joins: Math.max(0, count - 1), overMm: sum - wantedMm }
}

/** A leftover by its box, mm. */
export interface Leftover { id: string, wideMm: number, highMm: number }
/**
 * A rectangle pieced from leftovers butted side by side, each lying the long way across it or the short way: whichever needs fewer.
 * @returns null where all of them together are too few, or too small
 */
export function pieceFrom(leftovers: readonly Leftover[], { wideMm, highMm }: { wideMm: number, highMm: number }) {
  const ways = ([[wideMm, highMm], [highMm, wideMm]] as const).map(([across, along]) => buttStrips(leftovers.flatMap((o) => {
    const fits = [[o.wideMm, o.highMm], [o.highMm, o.wideMm]].filter(([side]) => side! >= across).map(([, long]) => long!)
    return fits.length > 0 ? [{ id: o.id, longMm: Math.max(...fits) }] : []
  }), along)).filter(way => way !== null)
  return ways.sort((a, b) => a.joins - b.joins || a.overMm - b.overMm)[0] ?? null
}
