import { laidMarks, type Marks } from '#core/cut'
import { boundsOf, type Outline } from '#core/geometry'
import { GRAIN_DEG, laidOutline, type Placement } from '#core/layout'
import { partId, type Part } from '../cutting'
import type { LayoutPart } from '../schemas'

/** A part where it lies on its roll, mm from the left selvedge and from the end. */
interface PlottedPart {
  name: string
  outline: Outline
  marks: Marks
  /** Turn of its grain from along the roll, degrees; null where it has none. */
  grainDeg: number | null
}
export interface PlottedLayout {
  parts: PlottedPart[]
  wideMm: number
  longMm: number
}

/** What lies on a roll, as it is drawn for a plotter or another program; what lies there and is no part is passed over. */
export function plottedLayout(parts: readonly Part[], placed: readonly Placement[], wideMm: number): PlottedLayout {
  const byId = new Map(parts.map(p => [p.id, p]))
  const plotted = placed.flatMap((at): PlottedPart[] => {
    const part = byId.get(at.id)
    if (!part) return []
    const own = GRAIN_DEG[part.grain]
    return [{
      name: part.name, outline: laidOutline(part.outline, at), marks: laidMarks(part.outline, part.marks, at),
      grainDeg: own === null ? null : own - at.turnDeg,
    }]
  })
  return { parts: plotted, wideMm, longMm: Math.max(0, ...plotted.map(p => boundsOf(p.outline).top)) }
}

/** The parts of a job that lie on its roll. What lies on offcuts is cut by hand. */
export const plottedOnRoll = (parts: readonly Part[], placed: readonly LayoutPart[], wideMm: number): PlottedLayout =>
  plottedLayout(parts, placed.filter(at => at.offcutId === null).map(at => ({ ...at, id: partId(at) })), wideMm)
