import { shapeOf, turnsOf, type LayoutPiece, type Shape } from './piece'
import type { Laid } from './place'

/** Where a piece lies: its lower left corner as turned, mm from the selvedge and from the end of the roll. */
export interface Placement {
  id: string
  turnDeg: number
  x: number
  y: number
}

/** What is to be laid on a roll, around what is pinned already. */
export interface LayoutTask {
  pieces: readonly LayoutPiece[]
  /** Usable width between the selvedges, mm. */
  wideMm: number
  /** Between any two pieces, mm. */
  gapMm: number
  pinned: readonly Placement[]
}

/** A layout; what could not be laid is wider than the roll. */
export interface Layout {
  lengthMm: number
  placements: Placement[]
  unlaid: string[]
  /** The best order and turns so far; the layout may lie shorter still by the other search. */
  from: Order
  /** The state of the search, from which it goes on. */
  walk: Order
  /** The same of the search that lets pieces overlap; null where it begins anew. */
  tight: Tight | null
}
export interface Order {
  order: readonly number[]
  /** Which of its turns each piece must take; null for the one that lies lowest. */
  turns: Turns
}
export type Turns = readonly (number | null)[]

/** Which of its turns a piece has, and where its shape lies, mm. */
export interface Spot { turn: number, x: number, y: number }
/** A roll cut shorter on which some pieces still overlap. */
export interface Tight {
  longMm: number
  /** Of each piece that may be moved, in the order of `ids`. */
  ids: string[]
  at: Spot[]
  /** What the overlap of two weighs, row by row. */
  weigh: Float64Array
  /** The least that all overlaps came to on this length, mm, and how many rounds ago. */
  leastMm: number
  vain: number
  /** How the pieces lay on this length where nothing became of it, those that overlapped least first. */
  tried: { at: Spot[], depthMm: number }[]
}

/** A task as the search sees it: shapes with half the gap about them, on a roll so much wider. */
export interface Board {
  shapes: Shape[][]
  pinned: Laid[]
  wideMm: number
  gapMm: number
  ids: string[]
  free: number[]
  /** Nothing but rectangles on an empty roll. */
  rectangles: boolean
}

export function boardOf({ pieces, wideMm, gapMm, pinned }: LayoutTask): Board {
  // Only turns in which a piece fits on the roll: what fits in none stays out, what fits in one is never left out for a shorter layout.
  const shapes = pieces.map((p) => {
    const all = turnsOf(p).map(t => shapeOf(p.outline, t, gapMm)), fit = all.filter(s => s.profile.wideMm <= wideMm + gapMm + 1e-6)
    return fit.length > 0 ? fit : all
  })
  const fixed: Laid[] = pinned.flatMap((at) => {
    const piece = pieces.find(p => p.id === at.id)
    if (!piece) return []
    const shape = shapeOf(piece.outline, at.turnDeg, gapMm)
    return [{ shape, x: at.x + gapMm / 2 - shape.outLeftMm, y: at.y + gapMm / 2 - shape.outBelowMm }]
  })
  const held = new Set(pinned.map(p => p.id))
  const free = pieces.flatMap((p, i) => (held.has(p.id) ? [] : [i]))
  const rectangles = fixed.length === 0 && shapes.every(all => all.every(s => s.square))
  return { shapes, pinned: fixed, wideMm: wideMm + gapMm, gapMm, ids: pieces.map(p => p.id), free, rectangles }
}

/** Where a shape lies, as a placement of its piece. */
export const placementOf = ({ shape, x, y }: Laid, id: string, gapMm: number): Placement => ({
  id, turnDeg: shape.turnDeg, x: x + shape.outLeftMm - gapMm / 2, y: y + shape.outBelowMm - gapMm / 2,
})
