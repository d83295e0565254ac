import { NO_MARKS, type Marks } from '#core/cut'
import type { Outline } from '#core/geometry'
import type { OutlineNote } from './ring'

/** An outline with the name that it has in its drawing. */
export type NamedOutline = Pick<DrawnPiece, 'name' | 'outline'>

/** A piece as a drawing gives it, its lower left corner at the origin, the grain upward, mm. */
export interface DrawnPiece {
  name: string
  /** As it is written there; nothing where the drawing has one size only. */
  size: string
  /** Its number on the pattern. */
  number: string
  count: number
  /** Each time a left and a right one. */
  pair: boolean
  outline: Outline
  /** What the outline is; null where the drawing does not say. */
  drawnBy: 'seam' | 'cut' | null
  /** How far its cut edge stands outside its seam line; null where only one of them is drawn. */
  allowanceMm: number | null
  marks: Marks
}
export const plainPiece = (name: string, outline: Outline, marks: Marks = NO_MARKS): DrawnPiece =>
  ({ name, size: '', number: '', count: 1, pair: false, outline, drawnBy: null, allowanceMm: null, marks })

/** So many notches, drill holes and internal lines a piece keeps. */
export const MOST_MARKS = { notches: 400, drills: 400, internal: 100 } as const

/** Of a piece with more marks than it can keep, the first; what is left out is told. */
export function keptMarks(name: string, marks: Marks, onNote: (note: OutlineNote) => void): Marks {
  const kept = { ...marks }
  for (const kind of ['notches', 'drills', 'internal'] as const) {
    const most = MOST_MARKS[kind], all = marks[kind].length
    if (all <= most) continue
    Object.assign(kept, { [kind]: marks[kind].slice(0, most) })
    onNote({ why: 'marks', name, kept: most, of: all, kind })
  }
  return kept
}
