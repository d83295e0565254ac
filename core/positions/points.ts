import { boundsOf, type Outline, type Point } from '../geometry'
import { crossingsOf, put, words } from './grid'

/** Points that must be covered stand so far apart along an edge, mm. */
export const EDGE_MM = 4

/** Points within an outline on a grid, and along its edges: all of them lie under some position where it is covered. */
export function pointsIn(outline: Outline, stepMm: number): Point[] {
  const { left, bottom, top } = boundsOf(outline), across = crossingsOf(outline)
  const points: Point[] = []
  for (let y = bottom + stepMm / 2; y < top; y += stepMm) {
    const xs = across(y)
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

/** So wide is each strip of a field, mm: a narrow shape goes through few points beside itself. */
const STRIP_MM = 40
/** Points that must be covered, found again by the strip they lie in and by their height. */
export interface Field { points: readonly Point[], left: number, strips: readonly Strip[] }
/** Points of a strip from the lowest to the highest: their numbers and heights. */
interface Strip { order: Uint32Array, heightsMm: Float64Array }
export function fieldOf(points: readonly Point[]): Field {
  const left = points.reduce((least, p) => Math.min(least, p.x), Infinity), inStrip: number[][] = []
  points.forEach(({ x }, i) => (inStrip[Math.floor((x - left) / STRIP_MM)] ??= []).push(i))
  const strips = Array.from(inStrip, (numbers = []): Strip => {
    const order = Uint32Array.from(numbers).sort((a, b) => points[a]!.y - points[b]!.y)
    return { order, heightsMm: Float64Array.from(order, i => points[i]!.y) }
  })
  return { points, left, strips }
}

/** So many rows of a shape are looked up to a millimetre. */
const ROWS_PER_MM = 2
/**
 * Of a shape that is set down here and there: which points of a field lie under it. Each of its rows is worked out once.
 * @returns asked with bits that it may write over; by usual it gives new ones
 */
export function stampOf(shape: Outline): (field: Field, at: Point, into?: Uint32Array) => Uint32Array {
  const b = boundsOf(shape), across = crossingsOf(shape)
  const first = Math.floor(b.bottom * ROWS_PER_MM)
  const rows: (number[] | undefined)[] = Array.from({ length: Math.ceil(b.highMm * ROWS_PER_MM) + 2 })
  return ({ points, left, strips }, at, into) => {
    const bits = into?.fill(0) ?? new Uint32Array(words(points.length))
    const last = Math.min(strips.length - 1, Math.floor((b.right + at.x - left) / STRIP_MM))
    for (let s = Math.max(0, Math.floor((b.left + at.x - left) / STRIP_MM)); s <= last; s++) {
      const { order, heightsMm } = strips[s]!
      let n = 0
      for (let after = heightsMm.length; n < after;) {
        const middle = (n + after) >> 1
        if (heightsMm[middle]! - at.y < b.bottom) n = middle + 1
        else after = middle
      }
      for (; n < heightsMm.length && heightsMm[n]! - at.y <= b.top; n++) {
        const i = order[n]!, x = points[i]!.x - at.x
        if (x < b.left || x > b.right) continue
        const row = Math.round((heightsMm[n]! - at.y) * ROWS_PER_MM)
        const xs = (rows[row - first] ??= across(row / ROWS_PER_MM))
        for (let k = 0; k + 1 < xs.length; k += 2) {
          if (x < xs[k]! || x > xs[k + 1]!) continue
          put(bits, i)
          break
        }
      }
    }
    return bits
  }
}
