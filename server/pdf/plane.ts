/** Templates larger than a sheet, laid close together on a plane of sheets that are glued to each other. */
import { boundsOf, boxOf, intersection, placing, type Outline, type Point } from '#core/geometry'
import { laidOutline } from '#core/layout'
import { layOnPaper, paperPiece } from './laying'

/** Sheets lie over each other by this, mm. */
export const OVERLAP_MM = 10
/** So many numbers of sheets beside each other are tried. */
const MORE_COLUMNS = 6

export interface OnPlane<T> {
  of: T
  turnDeg: number
  /** From a point of the template to the plane, mm from its lower left corner. */
  to: (p: Point) => Point
}
export interface Plane<T> {
  laid: OnPlane<T>[]
  /** Round what lies here, on the plane. */
  rims: Outline[]
  columns: number
  rows: number
  highMm: number
  /** Rows from above, then columns from the left. */
  isUsed: (row: number, column: number) => boolean
  sheets: number
}

/** Where sheets begin along a side, mm. */
export function tilesAlong(mm: number, printableMm: number): number[] {
  const step = printableMm - OVERLAP_MM
  const count = Math.max(1, Math.ceil((mm - OVERLAP_MM) / step - 1e-9))
  return Array.from({ length: count }, (_, i) => i * step)
}

/** The part of the plane that only this sheet shows, or that it shows before the next does. */
const own = (from: number, printableMm: number, isFirst: boolean): [number, number] =>
  [isFirst ? from : from + OVERLAP_MM, from + printableMm]

/** @param outlines of each template its largest lines @param wide and high of what a printer prints on one sheet, mm */
export function planeOf<T>(
  templates: readonly { of: T, outlines: readonly Outline[] }[], { wide, high }: { wide: number, high: number },
): Plane<T> {
  const pieces = templates.map(({ outlines }, i) => paperPiece(outlines, i))
  const layOn = (columns: number, isQuick: boolean): Plane<T> | null => {
    const wideMm = columns * (wide - OVERLAP_MM) + OVERLAP_MM, layout = layOnPaper(pieces, wideMm, isQuick)
    if (layout.unlaid.length > 0) return null
    const rims = layout.placements.map((p) => {
      const piece = pieces[Number(p.id)]!
      return laidOutline({ rim: piece.outline.rim, holes: [] }, p)
    })
    const rows = tilesAlong(layout.lengthMm, high), acrossMm = tilesAlong(wideMm, wide)
    const used = rows.map((fromY, r) => acrossMm.map((fromX, c) => {
      const [top, bottom] = own(fromY, high, r === 0).map(y => layout.lengthMm - y), [left, right] = own(fromX, wide, c === 0)
      const sheet = boxOf({ left: left!, right: right!, bottom: bottom!, top: top! })
      return rims.some(rim => intersection([rim], [sheet]).length > 0)
    }))
    return {
      columns: acrossMm.length, rows: rows.length, highMm: layout.lengthMm, isUsed: (r, c) => used[r]?.[c] ?? false,
      sheets: used.flat().filter(Boolean).length, rims,
      laid: layout.placements.map((p): OnPlane<T> => {
        const i = Number(p.id)
        return { of: templates[i]!.of, turnDeg: p.turnDeg, to: placing(pieces[i]!.outline, p) }
      }),
    }
  }
  // As narrow as the widest of them allows, and some sheets wider.
  const widestMm = Math.max(...pieces.map(({ outline }) => {
    const { wideMm, highMm } = boundsOf(outline)
    return Math.min(wideMm, highMm)
  }))
  const least = tilesAlong(widestMm, wide).length
  const tried = Array.from({ length: MORE_COLUMNS }, (_, i) => layOn(least + i, true)).filter(p => p !== null)
  const best = tried.reduce<Plane<T> | null>((a, b) => (a === null || b.sheets < a.sheets ? b : a), null)
  if (!best) throw new RangeError('The templates cannot be laid on paper.')
  const improved = layOn(best.columns, false)
  return improved && improved.sheets < best.sheets ? improved : best
}
