import type { Point, Ring } from '../geometry'
import type { Picture } from './picture'

/** Inside a ring, by how often a ray crosses it. */
function within(ring: Ring, x: number, y: number): boolean {
  let inside = false
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const a = ring[i]!, b = ring[j]!
    if ((a.y > y) !== (b.y > y) && x < (b.x - a.x) * (y - a.y) / (b.y - a.y) + a.x) inside = !inside
  }
  return inside
}

/** A picture repeated over so many points; mirrored every other time so that its edges meet. */
export function repeated(tile: Picture, wide: number, high: number, from: Point = { x: 0, y: 0 }): Picture {
  const rgba = new Uint8ClampedArray(wide * high * 4)
  const fold = (v: number, n: number) => {
    const m = ((v % (2 * n)) + 2 * n) % (2 * n)
    return m < n ? m : 2 * n - 1 - m
  }
  for (let y = 0; y < high; y++) for (let x = 0; x < wide; x++) {
    const at = (fold(y + from.y, tile.high) * tile.wide + fold(x + from.x, tile.wide)) * 4, to = (y * wide + x) * 4
    for (let c = 0; c < 4; c++) rgba[to + c] = tile.rgba[at + c]!
  }
  return { rgba, wide, high }
}

/** Cloth with its holes, through which the patch is seen. @param holes in mm from the upper left, y downward */
export function throughHoles(cloth: Picture, patch: Picture, holes: readonly Ring[], pxPerMm: number): Picture {
  const rgba = Uint8ClampedArray.from(cloth.rgba)
  for (const ring of holes) {
    const xs = ring.map(p => p.x * pxPerMm), ys = ring.map(p => p.y * pxPerMm)
    const [left, right] = [Math.max(0, Math.floor(Math.min(...xs))), Math.min(cloth.wide - 1, Math.ceil(Math.max(...xs)))]
    const [top, bottom] = [Math.max(0, Math.floor(Math.min(...ys))), Math.min(cloth.high - 1, Math.ceil(Math.max(...ys)))]
    for (let y = top; y <= bottom; y++) for (let x = left; x <= right; x++) {
      if (!within(ring, (x + 0.5) / pxPerMm, (y + 0.5) / pxPerMm)) continue
      const at = (y * cloth.wide + x) * 4
      for (let c = 0; c < 4; c++) rgba[at + c] = patch.rgba[at + c]!
    }
  }
  return { rgba, wide: cloth.wide, high: cloth.high }
}
