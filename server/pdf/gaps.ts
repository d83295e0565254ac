/** Small templates in the gaps that large ones leave on their sheets: each on one sheet, so that it is cut out before or after gluing. */
import { boundsOf, boxAbout, isInside, offset, placing, shifted, type Outline } from '#core/geometry'
import { GAP_MM } from './laying'
import { OVERLAP_MM, tilesAlong, type OnPlane, type Plane } from './plane'

/** Paper is looked at in squares of this side, mm. A square is free where its middle is further off than its own corners reach. */
const SQUARE_MM = 3, REACH_MM = SQUARE_MM * Math.SQRT1_2

interface Printable { wide: number, high: number }
interface Small<T> { of: T, outlines: readonly Outline[] }
/** Squares of one sheet, row by row from below: how many to the left and below each are taken. */
class SheetSquares {
  private readonly taken: Uint8Array
  private readonly sums: Uint32Array
  constructor(readonly left: number, readonly bottom: number, private readonly across: number, private readonly up: number) {
    this.taken = new Uint8Array(across * up)
    this.sums = new Uint32Array((across + 1) * (up + 1))
  }

  /** @param outlines what lies here with its gap about it */
  take(outlines: readonly Outline[]): void {
    for (const o of outlines) {
      const b = boundsOf(o), from = (mm: number) => Math.max(0, Math.floor(mm / SQUARE_MM)), to = (mm: number) => Math.ceil(mm / SQUARE_MM)
      for (let y = from(b.bottom - this.bottom); y < Math.min(this.up, to(b.top - this.bottom)); y++)
        for (let x = from(b.left - this.left); x < Math.min(this.across, to(b.right - this.left)); x++) {
          const middle = { x: this.left + (x + 0.5) * SQUARE_MM, y: this.bottom + (y + 0.5) * SQUARE_MM }
          if (isInside(o.rim, middle)) this.taken[y * this.across + x] = 1
        }
    }
    const wide = this.across + 1
    for (let y = 0; y < this.up; y++) for (let x = 0; x < this.across; x++) {
      this.sums[(y + 1) * wide + x + 1] = this.taken[y * this.across + x]! + this.sums[y * wide + x + 1]! + this.sums[(y + 1) * wide + x]!
        - this.sums[y * wide + x]!
    }
  }

  /** The lowest place, then the furthest left, where a box is free; null where there is none. */
  placeOf(wideMm: number, highMm: number): { x: number, y: number } | null {
    const w = Math.ceil(wideMm / SQUARE_MM), h = Math.ceil(highMm / SQUARE_MM), wide = this.across + 1
    for (let y = 0; y + h <= this.up; y++) for (let x = 0; x + w <= this.across; x++) {
      const below = this.sums[y * wide + x + w]! - this.sums[y * wide + x]!, top = (y + h) * wide + x
      if (this.sums[top + w]! - this.sums[top]! === below) return { x: this.left + x * SQUARE_MM, y: this.bottom + y * SQUARE_MM }
    }
    return null
  }
}

/**
 * The largest first, each on the first sheet with room for it, as it is or turned by a quarter.
 * @param wide and high of what a printer prints on one sheet, mm
 * @param kept what stands on the first sheet besides, from the lower left corner of what is printed, mm
 * @returns the plane with what found room, and what found none
 */
export function fillGaps<T>(
  plane: Plane<T>, small: readonly Small<T>[], { wide, high }: Printable, kept: readonly Outline[] = [],
): { plane: Plane<T>, left: Small<T>[] } {
  const about = (o: Outline): Outline[] => offset([{ rim: o.rim, holes: [] }], GAP_MM + REACH_MM)
  const blocked = plane.rims.flatMap(about), sheets: SheetSquares[] = []
  tilesAlong(plane.highMm, high).forEach((y, r) => Array.from({ length: plane.columns }, (_, c) => c).forEach((c) => {
    if (!plane.isUsed(r, c)) return
    // Clear of where the next sheets are glued on.
    const by = (isUsed: boolean) => (isUsed ? OVERLAP_MM : 0)
    const left = c * (wide - OVERLAP_MM) + by(plane.isUsed(r, c - 1)), right = c * (wide - OVERLAP_MM) + wide - by(plane.isUsed(r, c + 1))
    const top = plane.highMm - y - by(plane.isUsed(r - 1, c)), bottom = plane.highMm - y - high + by(plane.isUsed(r + 1, c))
    const squares = new SheetSquares(left, bottom, Math.floor((right - left) / SQUARE_MM), Math.floor((top - bottom) / SQUARE_MM))
    squares.take(sheets.length > 0 ? blocked : [...blocked, ...kept.map(o => shifted(o, c * (wide - OVERLAP_MM), plane.highMm - y - high))])
    sheets.push(squares)
  }))
  const laid: OnPlane<T>[] = [], rims: Outline[] = [], left: Small<T>[] = []
  const size = ({ outlines }: Small<T>) => {
    const b = boundsOf(boxAbout(outlines))
    return b.wideMm * b.highMm
  }
  for (const one of [...small].sort((a, b) => size(b) - size(a))) {
    const box = boxAbout(one.outlines), b = boundsOf(box)
    const place = sheets.flatMap(on => [0, 90].map((turnDeg) => {
      const at = turnDeg === 0 ? on.placeOf(b.wideMm, b.highMm) : on.placeOf(b.highMm, b.wideMm)
      return at && { on, turnDeg, ...at }
    })).find(p => p !== null)
    if (!place) {
      left.push(one)
      continue
    }
    const to = placing(box, place), rim = { rim: box.rim.map(to), holes: [] }
    place.on.take(about(rim))
    rims.push(rim)
    laid.push({ of: one.of, turnDeg: place.turnDeg, to })
  }
  return { plane: { ...plane, laid: [...plane.laid, ...laid], rims: [...plane.rims, ...rims] }, left }
}
