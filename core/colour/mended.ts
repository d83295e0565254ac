import type { Point, Ring } from '../geometry'
import type { Picture } from './picture'

/** Inside a ring, by how often a ray crosses it. */
function isWithin(ring: Ring, x: number, y: number): boolean {
  let inside = false
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const a = ring[i]!, b = ring[j]!
    if ((a.y > y) !== (b.y > y) && x < (b.x - a.x) * (y - a.y) / (b.y - a.y) + a.x) inside = !inside
  }
  return inside
}

/** Forth and back over so many points. */
const fold = (v: number, n: number): number => {
  const m = ((v % (2 * n)) + 2 * n) % (2 * n)
  return m < n ? m : 2 * n - 1 - m
}
/** A picture repeated over so many points; mirrored every other time so that its edges meet. */
export function repeated(tile: Picture, wide: number, high: number, from: Point = { x: 0, y: 0 }): Picture {
  const rgba = new Uint8ClampedArray(wide * high * 4)
  for (let y = 0; y < high; y++) for (let x = 0; x < wide; x++) {
    const at = (fold(y + from.y, tile.high) * tile.wide + fold(x + from.x, tile.wide)) * 4, to = (y * wide + x) * 4
    for (let c = 0; c < 4; c++) rgba[to + c] = tile.rgba[at + c]!
  }
  return { rgba, wide, high }
}

/** Fabric with its holes, through which the patch is seen. @param holes in mm from the upper left, y downward */
export function throughHoles(fabric: Picture, patch: Picture, holes: readonly Ring[], pxPerMm: number): Picture {
  const rgba = Uint8ClampedArray.from(fabric.rgba)
  for (const ring of holes) {
    const xs = ring.map(p => p.x * pxPerMm), ys = ring.map(p => p.y * pxPerMm)
    const [left, right] = [Math.max(0, Math.floor(Math.min(...xs))), Math.min(fabric.wide - 1, Math.ceil(Math.max(...xs)))]
    const [top, bottom] = [Math.max(0, Math.floor(Math.min(...ys))), Math.min(fabric.high - 1, Math.ceil(Math.max(...ys)))]
    for (let y = top; y <= bottom; y++) for (let x = left; x <= right; x++) {
      if (!isWithin(ring, (x + 0.5) / pxPerMm, (y + 0.5) / pxPerMm)) continue
      const at = (y * fabric.wide + x) * 4
      for (let c = 0; c < 4; c++) rgba[at + c] = patch.rgba[at + c]!
    }
  }
  return { rgba, wide: fabric.wide, high: fabric.high }
}

/** Shifts are tried so many points apart; the rim is looked at in so many places. */
const SHIFT_PX = 3, LOOKS = 90
/**
 * How a patch is shifted so that its pattern goes on in the fabric's: the shift, in points, with the least step across the rims of the
 * holes.
 * @param holes in mm from the upper left, y downward
 */
export function linedUp(fabric: Picture, tile: Picture, holes: readonly Ring[], pxPerMm: number): Point {
  const spots = holes.flatMap((ring) => {
    const every = Math.max(1, Math.floor(ring.length / (LOOKS / holes.length)))
    return ring.filter((_, i) => i % every === 0).map(p => ({ x: Math.round(p.x * pxPerMm), y: Math.round(p.y * pxPerMm) }))
  }).filter(p => p.x >= 0 && p.y >= 0 && p.x < fabric.wide && p.y < fabric.high)
  let best: Point = { x: 0, y: 0 }, least = Infinity
  for (let y = 0; y < 2 * tile.high; y += SHIFT_PX) for (let x = 0; x < 2 * tile.wide; x += SHIFT_PX) {
    let sum = 0
    for (const p of spots) {
      const at = (fold(p.y + y, tile.high) * tile.wide + fold(p.x + x, tile.wide)) * 4, on = (p.y * fabric.wide + p.x) * 4
      for (let c = 0; c < 3; c++) sum += Math.abs(tile.rgba[at + c]! - fabric.rgba[on + c]!)
      if (sum >= least) break
    }
    if (sum < least) { least = sum; best = { x, y } }
  }
  return best
}
