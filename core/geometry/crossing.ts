import Flatbush from 'flatbush'
import { boundsOf, isInside, type Outline, type Point, type Ring } from './outline'

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

/** Edges of an outline, end to end: x and y of the one, x and y of the other. */
const flatEdges = (o: Outline): Float64Array => Float64Array.from([o.rim, ...o.holes].flatMap(ring =>
  ring.flatMap((b, i) => {
    const a = ring[(i + ring.length - 1) % ring.length]!
    return [a.x, a.y, b.x, b.y]
  })))
const isWithin = (o: Outline, p: Point): boolean => isInside(o.rim, p) && !o.holes.some(hole => isInside(hole, p))

/**
 * Where an outline that is led about, unturned, has anything in common with another that stays; those that only touch have. Asked edge by
 * edge, which costs a small part of working out what they have in common.
 * @returns asked with how far the first is led, mm
 */
export function contactOf(led: Outline, still: Outline): (by: Point) => boolean {
  const boxA = boundsOf(led), boxB = boundsOf(still), a = flatEdges(led), b = flatEdges(still)
  const corner = led.rim[0]!, other = still.rim[0]!
  return (by) => {
    if (boxA.left + by.x > boxB.right || boxA.right + by.x < boxB.left
      || boxA.bottom + by.y > boxB.top || boxA.top + by.y < boxB.bottom) return false
    for (let i = 0; i < a.length; i += 4) {
      const px = a[i]! + by.x, py = a[i + 1]! + by.y, qx = a[i + 2]! + by.x, qy = a[i + 3]! + by.y
      const left = Math.min(px, qx), right = Math.max(px, qx), bottom = Math.min(py, qy), top = Math.max(py, qy)
      if (left > boxB.right || right < boxB.left || bottom > boxB.top || top < boxB.bottom) continue
      for (let k = 0; k < b.length; k += 4) {
        const rx = b[k]!, ry = b[k + 1]!, sx = b[k + 2]!, sy = b[k + 3]!
        if ((rx < left && sx < left) || (rx > right && sx > right) || (ry < bottom && sy < bottom) || (ry > top && sy > top)) continue
        // Their boxes meet; so do they, unless one lies all to one side of the other.
        const s1 = (qx - px) * (ry - py) - (qy - py) * (rx - px), s2 = (qx - px) * (sy - py) - (qy - py) * (sx - px)
        if (s1 * s2 > 0) continue
        const s3 = (sx - rx) * (py - ry) - (sy - ry) * (px - rx), s4 = (sx - rx) * (qy - ry) - (sy - ry) * (qx - rx)
        if (s3 * s4 <= 0) return true
      }
    }
    // Edge meets no edge: they have something in common only where one lies whole within the other.
    return isWithin(still, { x: corner.x + by.x, y: corner.y + by.y }) || isWithin(led, { x: other.x - by.x, y: other.y - by.y })
  }
}
