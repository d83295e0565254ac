import { boundsOf, type Outline, type Point, type Ring } from './outline'

/** Where words of a height may stand inside an outline, and how wide they may be there. */
interface LabelSpot extends Point { wideMm: number }
/** Heights that are looked at, from the bottom to the top. */
const LOOKED_AT = 25

/** Stretches of a level line that lie inside, from the left; even-odd, so that holes are left out. */
function insideAt(rings: readonly Ring[], y: number): [number, number][] {
  const xs = rings.flatMap(ring => ring.flatMap((a, i) => {
    const b = ring[(i + 1) % ring.length]!
    return (a.y <= y) === (b.y <= y) ? [] : [a.x + (y - a.y) / (b.y - a.y) * (b.x - a.x)]
  })).sort((a, b) => a - b)
  return Array.from({ length: Math.floor(xs.length / 2) }, (_, i): [number, number] => [xs[2 * i]!, xs[2 * i + 1]!])
}
const common = (one: readonly [number, number][], other: readonly [number, number][]): [number, number][] =>
  one.flatMap(([a, b]) => other.map(([c, d]): [number, number] => [Math.max(a, c), Math.min(b, d)]).filter(([from, to]) => to > from))

/**
 * The widest place for words of one line inside an outline, of those looked at: free at the bottom, the middle and the top of the words.
 * @param highMm how high the words are, in the outline's own measure
 * @returns the middle of it; null where the outline is lower than the words
 */
export function labelSpot(outline: Outline, highMm: number): LabelSpot | null {
  const { bottom, highMm: whole } = boundsOf(outline), rings = [outline.rim, ...outline.holes]
  if (whole < highMm) return null
  let best: LabelSpot | null = null
  for (let i = 0; i < LOOKED_AT; i++) {
    const y = bottom + highMm / 2 + (whole - highMm) * i / (LOOKED_AT - 1)
    // A hair within: a level line along an edge is neither in nor out.
    const half = highMm / 2 * 0.999
    const free = [-half, half].reduce((all, dy) => common(all, insideAt(rings, y + dy)), insideAt(rings, y))
    const middle = Math.abs(i - (LOOKED_AT - 1) / 2)
    for (const [from, to] of free) {
      // Of places about as wide the one nearest to the middle.
      const wideMm = to - from, isBetter = best === null || wideMm > best.wideMm * 1.02
        || (wideMm > best.wideMm * 0.98 && middle < Math.abs(best.y - bottom - whole / 2) / (whole - highMm || 1) * (LOOKED_AT - 1))
      if (isBetter) best = { x: (from + to) / 2, y, wideMm }
    }
  }
  return best
}
