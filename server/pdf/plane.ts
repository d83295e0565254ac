/** Templates larger than a sheet, laid close together on a plane of sheets that are glued to each other. */
import { atOrigin, boundsOf, boxAbout, boxOf, intersection, rotated, shifted, type Outline, type Point } from '#core/geometry'
import { firstLayout, improveLayout, type LayoutTask } from '#core/layout'

/** Sheets lie over each other by this, mm. */
export const OVERLAP_MM = 10
/** Between two templates, mm. */
const GAP_MM = 6
/** So many sheets beside each other at the most, and so many layouts tried of the best number. */
const MOST_COLUMNS = 6, ROUNDS = 30

export interface OnPlane<T> {
  of: T
  turnDeg: number
  /** From a point of the template to the plane, mm from its lower left corner. */
  to: (p: Point) => Point
}
export interface Plane<T> {
  laid: OnPlane<T>[]
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
  const pieces = templates.map(({ outlines }, i) => ({
    id: String(i), outline: outlines.length === 1 ? outlines[0]! : boxAbout(outlines), grain: 'any' as const, oneWay: false,
  }))
  const layOn = (columns: number, rounds: number): Plane<T> | null => {
    const task: LayoutTask = { pieces, wideMm: columns * (wide - OVERLAP_MM) + OVERLAP_MM, gapMm: GAP_MM, pinned: [] }
    const first = firstLayout(task), layout = rounds > 0 ? improveLayout(task, first, rounds, 1) : first
    if (layout.unlaid.length > 0) return null
    const rims = layout.placements.map((p) => {
      const piece = pieces[Number(p.id)]!
      return shifted(atOrigin(rotated({ rim: piece.outline.rim, holes: [] }, p.turnDeg)), p.x, p.y)
    })
    const rows = tilesAlong(layout.lengthMm, high), acrossMm = tilesAlong(task.wideMm, wide)
    const used = rows.map((fromY, r) => acrossMm.map((fromX, c) => {
      const [top, bottom] = own(fromY, high, r === 0).map(y => layout.lengthMm - y), [left, right] = own(fromX, wide, c === 0)
      const sheet = boxOf({ left: left!, right: right!, bottom: bottom!, top: top! })
      return rims.some(rim => intersection([rim], [sheet]).length > 0)
    }))
    return {
      columns: acrossMm.length, rows: rows.length, highMm: layout.lengthMm, isUsed: (r, c) => used[r]?.[c] ?? false,
      sheets: used.flat().filter(Boolean).length,
      laid: layout.placements.map((p): OnPlane<T> => {
        const turn = (q: Point): Point => rotated({ rim: [q], holes: [] }, p.turnDeg).rim[0]!
        const { left, bottom } = boundsOf({ rim: pieces[Number(p.id)]!.outline.rim.map(turn) })
        return {
          of: templates[Number(p.id)]!.of, turnDeg: p.turnDeg, to: (q) => {
            const t = turn(q)
            return { x: t.x - left + p.x, y: t.y - bottom + p.y }
          },
        }
      }),
    }
  }
  const tried = Array.from({ length: MOST_COLUMNS }, (_, i) => layOn(i + 1, 0)).filter(p => p !== null)
  const best = tried.reduce<Plane<T> | null>((a, b) => (a === null || b.sheets < a.sheets ? b : a), null)
  if (!best) return planeWide(templates, pieces.length, { wide, high }, layOn)
  const improved = layOn(best.columns, ROUNDS)
  return improved && improved.sheets < best.sheets ? improved : best
}
/** What is wider than all of them: as many sheets beside each other as it takes. */
function planeWide<T>(
  templates: readonly { of: T, outlines: readonly Outline[] }[], count: number, { wide }: { wide: number, high: number },
  layOn: (columns: number, rounds: number) => Plane<T> | null,
): Plane<T> {
  const widest = Math.max(...templates.map((t) => {
    const b = boundsOf(boxAbout(t.outlines))
    return Math.min(b.wideMm, b.highMm)
  }))
  const plane = layOn(tilesAlong(widest + GAP_MM, wide).length, 0)
  if (!plane) throw new RangeError(`${count} templates cannot be laid on paper.`)
  return plane
}
