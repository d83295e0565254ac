import { intersection, offset, untangled } from './clip'
import { outlineOf, type Outline, type Point, type Ring } from './outline'

/** A corner that runs out further than this many times the wider distance is cut off. */
const MITRE = 4
const PARALLEL = 1e-9

interface Line { p: Point, dx: number, dy: number }

/** The edge from a to b, moved outward (to the right of its way round) by so much. */
function movedEdge(a: Point, b: Point, byMm: number): Line {
  const l = Math.hypot(b.x - a.x, b.y - a.y), [dx, dy] = [(b.x - a.x) / l, (b.y - a.y) / l]
  return { p: { x: a.x + dy * byMm, y: a.y - dx * byMm }, dx, dy }
}
function corner(before: Line, after: Line, at: Point, mostMm: number): Point[] {
  const cross = before.dx * after.dy - before.dy * after.dx
  const foot = (l: Line): Point => {
    const along = (at.x - l.p.x) * l.dx + (at.y - l.p.y) * l.dy
    return { x: l.p.x + along * l.dx, y: l.p.y + along * l.dy }
  }
  if (Math.abs(cross) < PARALLEL) return [foot(before), foot(after)]
  const along = ((after.p.x - before.p.x) * after.dy - (after.p.y - before.p.y) * after.dx) / cross
  const meet = { x: before.p.x + along * before.dx, y: before.p.y + along * before.dy }
  return Math.hypot(meet.x - at.x, meet.y - at.y) > mostMm ? [foot(before), foot(after)] : [meet]
}

/**
 * The outline with a distance of its own at every edge: a seam line's cut edge where hem and seam differ, or the seam line within a
 * cut edge (negative). Corners run to where the two edges meet, as they are drawn with a ruler.
 * @param rim counter-clockwise
 * @param byMm the distance at the edge from corner i to the next
 * @throws RangeError where there is not one distance an edge, or two corners are one
 */
export function offsetEdges(rim: Ring, byMm: readonly number[]): Outline[] {
  if (byMm.length !== rim.length) throw new RangeError(`There are ${rim.length} edges, and ${byMm.length} distances for them.`)
  const n = rim.length
  const lines = rim.map((a, i) => {
    const b = rim[(i + 1) % n]!
    if (a.x === b.x && a.y === b.y) throw new RangeError(`Corner ${i + 1} is listed twice.`)
    return movedEdge(a, b, byMm[i]!)
  })
  const ring = rim.flatMap((at, i) => {
    const k = (i + n - 1) % n
    return corner(lines[k]!, lines[i]!, at, MITRE * Math.max(Math.abs(byMm[k]!), Math.abs(byMm[i]!), 1))
  })
  // Taken in past its middle a ring turns itself inside out: nothing reaches further than the edge that was moved least.
  return intersection(untangled([ring]), offset([outlineOf(rim)], Math.max(...byMm), 'pointed'))
}
