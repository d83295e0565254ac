import { shapeOf, turnsOf, type Shape } from './piece'
import type { LayoutTask } from './board'

const HAIR_MM2 = 1

/** How much of the length a shape takes at least on any line along the roll that crosses it, mm; 0 where it has crooks from its side. */
function leastAcross({ profile: { xs, top, bottom }, plainMm2 }: Shape): number {
  let filled = 0, least = Infinity
  for (let k = 0; k + 1 < xs.length; k++) {
    const left = top.left[k]! - bottom.left[k]!, right = top.right[k]! - bottom.right[k]!
    filled += (left + right) / 2 * (xs[k + 1]! - xs[k]!)
    least = Math.min(least, left, right)
  }
  return filled - plainMm2 > HAIR_MM2 ? 0 : Math.max(0, least)
}

/**
 * No layout is shorter than this, mm: the area with the gaps, spread over the roll's width; the highest piece; and one upon another all
 * that are wider than half the roll however they are turned, each by its narrowest part.
 */
export function boundMm({ pieces, wideMm, gapMm }: Pick<LayoutTask, 'pieces' | 'wideMm' | 'gapMm'>): number {
  let area = 0, highest = 0, stacked = 0
  for (const p of pieces) {
    const shapes = turnsOf(p).map(t => shapeOf(p.outline, t, gapMm)).filter(s => s.profile.wideMm <= wideMm + gapMm + 1e-6)
    if (shapes.length === 0) continue
    const least = (of: (s: Shape) => number) => Math.min(...shapes.map(of))
    area += least(s => s.areaMm2)
    highest = Math.max(highest, least(s => s.profile.highMm))
    if (shapes.every(s => s.profile.wideMm > (wideMm + gapMm) / 2)) stacked += least(leastAcross)
  }
  return Math.max(0, Math.max(area / (wideMm + gapMm), highest, stacked) - gapMm)
}
