import Flatbush from 'flatbush'
import type { Point, Ring } from './outline'

const side = (a: Point, b: Point, p: Point): number => (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)
const isBetween = (a: Point, b: Point, p: Point): boolean =>
  Math.min(a.x, b.x) <= p.x && p.x <= Math.max(a.x, b.x) && Math.min(a.y, b.y) <= p.y && p.y <= Math.max(a.y, b.y)

function hasMeeting(a: Point, b: Point, c: Point, d: Point): boolean {
  const [s1, s2, s3, s4] = [side(a, b, c), side(a, b, d), side(c, d, a), side(c, d, b)]
  if (s1 * s2 < 0 && s3 * s4 < 0) return true
  return (s1 === 0 && isBetween(a, b, c)) || (s2 === 0 && isBetween(a, b, d))
    || (s3 === 0 && isBetween(c, d, a)) || (s4 === 0 && isBetween(c, d, b))
}

/** Fewer edges than this are compared one by one: an index would cost more than it saves. */
const INDEXED_FROM = 40

/**
 * Where an outline crosses or touches itself. Edges are compared only where their boxes meet (a packed R-tree of the boxes), so an
 * outline of n corners takes some n log n comparisons; n² only where all of its edges are long and lie alongside each other.
 * @returns the numbers of the two edges, the lowest first; null where there are none
 */
export function crossing(ring: Ring): [number, number] | null {
  const n = ring.length
  const isMeeting = (i: number, j: number) => hasMeeting(ring[i]!, ring[(i + 1) % n]!, ring[j]!, ring[(j + 1) % n]!)
  const isNeighbour = (i: number, j: number) => j - i < 2 || (i === 0 && j === n - 1)
  if (n < INDEXED_FROM) {
    for (let i = 0; i < n; i++)
      for (let j = i + 2; j < n; j++) if (!isNeighbour(i, j) && isMeeting(i, j)) return [i, j]
    return null
  }
  const boxes = new Flatbush(n)
  const boxOfEdge = (i: number): [number, number, number, number] => {
    const a = ring[i]!, b = ring[(i + 1) % n]!
    return [Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y)]
  }
  for (let i = 0; i < n; i++) boxes.add(...boxOfEdge(i))
  boxes.finish()
  for (let i = 0; i < n; i++) {
    const near = boxes.search(...boxOfEdge(i), j => j > i && !isNeighbour(i, j) && isMeeting(i, j))
    if (near.length > 0) return [i, Math.min(...near)]
  }
  return null
}
