import type { Ring } from '../geometry'

/** How wide a shape is along its height: strips from bottom to top, each by its least width, mm. */
export interface Slices {
  wideMm: Float64Array
  highMm: Float64Array
}

/** Between two corners a shape is cut into strips over which it grows no more than this, mm; but into no more than so many. */
const STEP_MM = 4, MOST_STRIPS = 16

/** The crossings of a line across the ring just above and just below two heights between which it has no corner: widths at both, mm. */
function widthsBetween(rim: Ring, y0: number, y1: number): [number, number] {
  const crossed: [number, number][] = []
  for (let i = 0; i < rim.length; i++) {
    const a = rim[i]!, b = rim[(i + 1) % rim.length]!
    if (Math.min(a.y, b.y) > y0 || Math.max(a.y, b.y) < y1 || a.y === b.y) continue
    const at = (y: number) => a.x + (b.x - a.x) * (y - a.y) / (b.y - a.y)
    crossed.push([at(y0), at(y1)])
  }
  crossed.sort((a, b) => a[0] + a[1] - b[0] - b[1])
  let below = 0, above = 0
  for (let i = 0; i + 1 < crossed.length; i += 2) {
    below += crossed[i + 1]![0] - crossed[i]![0]
    above += crossed[i + 1]![1] - crossed[i]![1]
  }
  return [below, above]
}

/** Cuts a shape into strips across; what lies within a crook of it is no part of its width. */
export function slicesOf(rim: Ring): Slices {
  const ys = [...new Set(rim.map(p => p.y))].sort((a, b) => a - b), wide: number[] = [], high: number[] = []
  for (let k = 0; k + 1 < ys.length; k++) {
    const [below, above] = widthsBetween(rim, ys[k]!, ys[k + 1]!)
    const strips = Math.min(MOST_STRIPS, Math.max(1, Math.ceil(Math.abs(above - below) / STEP_MM)))
    const at = (i: number) => below + (above - below) * i / strips
    for (let i = 0; i < strips; i++) {
      wide.push(Math.max(0, Math.min(at(i), at(i + 1))))
      high.push((ys[k + 1]! - ys[k]!) / strips)
    }
  }
  return { wideMm: Float64Array.from(wide), highMm: Float64Array.from(high) }
}
