import type { Point } from './outline'

/** How far a chord may stand off its curve, mm. */
const FLAT_MM = 0.1

/** Points of a circle's arc, both ends with it, degrees counter-clockwise from the right. */
export function arc(centre: Point, radiusMm: number, fromDeg: number, toDeg: number, flatMm = FLAT_MM): Point[] {
  const span = Math.abs(toDeg - fromDeg) * Math.PI / 180
  const step = radiusMm > flatMm ? 2 * Math.acos(1 - flatMm / radiusMm) : Math.PI / 2
  const n = Math.max(1, Math.ceil(span / step))
  return Array.from({ length: n + 1 }, (_, i) => {
    const a = (fromDeg + (toDeg - fromDeg) * i / n) * Math.PI / 180
    return { x: centre.x + radiusMm * Math.cos(a), y: centre.y + radiusMm * Math.sin(a) }
  })
}

/**
 * Points of the arc from one point to another after the first.
 * @param bulge tangent of a quarter of the angle it turns through, positive to the left; 0 for a straight line
 */
export function bulged(a: Point, b: Point, bulge: number, flatMm = FLAT_MM): Point[] {
  const chord = Math.hypot(b.x - a.x, b.y - a.y)
  if (bulge === 0 || chord === 0) return [b]
  // The middle of the circle stands on the chord's own middle, to its left where less than half a turn goes left.
  const away = (1 - bulge * bulge) / (4 * bulge)
  const centre = { x: (a.x + b.x) / 2 - away * (b.y - a.y), y: (a.y + b.y) / 2 + away * (b.x - a.x) }
  const radiusMm = Math.hypot(a.x - centre.x, a.y - centre.y), fromDeg = Math.atan2(a.y - centre.y, a.x - centre.x) * 180 / Math.PI
  return [...arc(centre, radiusMm, fromDeg, fromDeg + 4 * Math.atan(bulge) * 180 / Math.PI, flatMm).slice(1, -1), b]
}

const mid = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })
/** Distance of p from the line through a and b, mm; from a where they are one. */
function offLine(a: Point, b: Point, p: Point): number {
  const l = Math.hypot(b.x - a.x, b.y - a.y)
  return l === 0 ? Math.hypot(p.x - a.x, p.y - a.y) : Math.abs((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / l
}
const DEEPEST = 16

/** Points of a cubic curve after its first, halved (de Casteljau) until no chord stands off by more than `flatMm`. */
export function cubic(a: Point, b: Point, c: Point, d: Point, flatMm = FLAT_MM, depth = 0): Point[] {
  // The curve lies within its four points: three quarters of their distance bounds its own.
  if (depth >= DEEPEST || Math.max(offLine(a, d, b), offLine(a, d, c)) * 0.75 <= flatMm) return [d]
  const [ab, bc, cd] = [mid(a, b), mid(b, c), mid(c, d)], [abc, bcd] = [mid(ab, bc), mid(bc, cd)], m = mid(abc, bcd)
  return [...cubic(a, ab, abc, m, flatMm, depth + 1), ...cubic(m, bcd, cd, d, flatMm, depth + 1)]
}

/** A quadratic curve as the cubic it is. */
export function quadratic(a: Point, b: Point, c: Point, flatMm = FLAT_MM): Point[] {
  const third = (p: Point): Point => ({ x: p.x + 2 / 3 * (b.x - p.x), y: p.y + 2 / 3 * (b.y - p.y) })
  return cubic(a, third(a), third(c), c, flatMm)
}
