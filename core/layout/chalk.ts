import { atOrigin, boundsOf, rotated, type Outline } from '../geometry'
import type { Placement } from './board'

/** Where a piece is chalked: its nearest corner from the selvedge and from the end, and how far it reaches, mm. */
export interface ChalkMark {
  id: string
  fromSelvedgeMm: number
  fromEndMm: number
  wideMm: number
  highMm: number
  turnDeg: number
}

/** The marks of a layout in the order they are met from the end of the roll. */
export function chalkMarks(outlineOfId: (id: string) => Outline | undefined, placements: readonly Placement[]): ChalkMark[] {
  return placements
    .flatMap(({ id, turnDeg, x, y }) => {
      const outline = outlineOfId(id)
      if (!outline) return []
      const { wideMm, highMm } = boundsOf(atOrigin(rotated(outline, turnDeg)))
      return [{ id, fromSelvedgeMm: x, fromEndMm: y, wideMm, highMm, turnDeg }]
    })
    .sort((a, b) => a.fromEndMm - b.fromEndMm || a.fromSelvedgeMm - b.fromSelvedgeMm)
}
