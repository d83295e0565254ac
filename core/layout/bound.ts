import { shapeOf, turnsOf, type Shape } from './piece'
import { slicesOf } from './slices'
import type { LayoutTask } from './board'

/** Shares of the roll's width this near to a step count as what makes the bound lower. */
const HAIR = 1e-9

/**
 * What a width counts, given as a share of the roll's: never more than 1 for all that may lie side by side. By such a measure the length of
 * a layout is no less than what its pieces count along their heights.
 */
export type DualFeasible = (share: number) => number

/** Rounded to so many equal parts: a little over a third counts a half. */
const rounded = (parts: number): DualFeasible => (share) => {
  const by = (parts + 1) * share, whole = Math.round(by)
  return Math.abs(by - whole) < HAIR ? share : Math.floor(by) / parts
}
/** What leaves less than the threshold beside it counts as all of the width, what is less than it as nothing. */
const thresholded = (least: number): DualFeasible => share =>
  share > 1 - least + HAIR ? 1 : share >= least + HAIR ? share : 0
/** By how many of the smallest find room in it, or beside it. */
const counted = (least: number): DualFeasible => {
  const most = Math.floor(1 / least + HAIR)
  return (share) => {
    if (share > 0.5 + HAIR) return Math.max(0, 1 - Math.floor((1 - share) / least + HAIR) / most)
    return share < 0.5 - HAIR ? Math.max(0, Math.floor(share / least - HAIR) / most) : Math.min(0.5, Math.floor(0.5 / least - HAIR) / most)
  }
}
const STEPS = 40
const thresholds = Array.from({ length: STEPS / 2 - 1 }, (_, i) => (i + 1) / STEPS)
/** Source: three families of dual-feasible functions after Fekete and Schepers (2001). */
export const MEASURES: readonly DualFeasible[] = [
  ...Array.from({ length: 12 }, (_, i) => rounded(i + 1)), thresholded(0.5 - HAIR), ...thresholds.map(thresholded),
  ...thresholds.map(counted),
]

/** What each shape counts by each measure on a roll so wide, mm of its length; worked out once. */
const known = new WeakMap<Shape, { wideMm: number, countsMm: Float64Array }>()
function countsOf(shape: Shape, wideMm: number): Float64Array {
  const had = known.get(shape)
  if (had?.wideMm === wideMm) return had.countsMm
  const { wideMm: widths, highMm } = slicesOf(shape.roomy), countsMm = new Float64Array(MEASURES.length)
  for (let s = 0; s < widths.length; s++) {
    const share = Math.min(1, widths[s]! / wideMm)
    for (let m = 0; m < MEASURES.length; m++) countsMm[m] = countsMm[m]! + MEASURES[m]!(share) * highMm[s]!
  }
  known.set(shape, { wideMm, countsMm })
  return countsMm
}

/**
 * No layout is shorter than this, mm: the area with the gaps, spread over the roll's width; the highest piece; and what all of them come to
 * by whichever measure of their widths says most, each turned as it counts least.
 */
export function boundMm({ pieces, wideMm, gapMm }: Pick<LayoutTask, 'pieces' | 'wideMm' | 'gapMm'>): number {
  const roomMm = wideMm + gapMm, totals = new Float64Array(MEASURES.length)
  let area = 0, highest = 0
  for (const p of pieces) {
    const shapes = turnsOf(p).map(t => shapeOf(p.outline, t, gapMm)).filter(s => s.profile.wideMm <= roomMm + 1e-6)
    if (shapes.length === 0) continue
    const least = (of: (s: Shape) => number) => Math.min(...shapes.map(of))
    area += least(s => s.areaMm2)
    highest = Math.max(highest, least(s => s.profile.highMm))
    const counts = shapes.map(s => countsOf(s, roomMm))
    for (let m = 0; m < totals.length; m++) totals[m] = totals[m]! + Math.min(...counts.map(c => c[m]!))
  }
  return Math.max(0, Math.max(area / roomMm, highest, ...totals) - gapMm)
}
