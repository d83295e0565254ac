import { boundsOf, type Outline, type Point } from '../geometry'
import { crossings, put, words } from './grid'

/** Points that must be covered stand so far apart along an edge, mm. */
export const EDGE_MM = 4

/** Points within an outline on a grid, and along its edges: all of them lie under some position where it is covered. */
export function pointsIn(outline: Outline, stepMm: number): Point[] {
  const { left, bottom, top } = boundsOf(outline)
  const points: Point[] = []
  for (let y = bottom + stepMm / 2; y < top; y += stepMm) {
    const xs = crossings(outline, y)
    for (let k = 0; k + 1 < xs.length; k += 2) {
      const from = left + (Math.ceil((xs[k]! - left) / stepMm - 0.5) + 0.5) * stepMm
      for (let x = from; x < xs[k + 1]!; x += stepMm) points.push({ x, y })
    }
  }
  for (const ring of [outline.rim, ...outline.holes]) {
    ring.forEach((a, i) => {
      const b = ring[(i + 1) % ring.length]!,
        long = Math.hypot(b.x - a.x, b.y - a.y),
        n = Math.max(1, Math.ceil(long / EDGE_MM))
      for (let k = 0; k < n; k++) points.push({ x: a.x + ((b.x - a.x) * k) / n, y: a.y + ((b.y - a.y) * k) / n })
    })
  }
  return points
}

/** Which points lie under a shape, its rows looked up once. */
export function under(shape: Outline, points: readonly Point[], at: { x: number, y: number }, rows: Map<number, number[]>): Uint32Array {
  const bits = new Uint32Array(words(points.length))
  const b = boundsOf(shape)
  points.forEach((p, i) => {
    const [x, y] = [p.x - at.x, p.y - at.y]
    if (x < b.left || x > b.right || y < b.bottom || y > b.top) return
    const row = Math.round(y * 2)
    let xs = rows.get(row)
    if (!xs) rows.set(row, (xs = crossings(shape, row / 2)))
    for (let k = 0; k + 1 < xs.length; k += 2)
      if (x >= xs[k]! && x <= xs[k + 1]!) {
        put(bits, i)
        return
      }
  })
  return bits
}
