import { shapeOf, turnsOf } from './piece'
import type { LayTask } from './search'

/**
 * No lay is shorter than this, mm: the area with the gaps, spread over the roll's width; the highest piece; and one upon another all
 * that are wider than half the roll however they are turned.
 */
export function boundMm({ pieces, wideMm, gapMm }: Pick<LayTask, 'pieces' | 'wideMm' | 'gapMm'>): number {
  let area = 0,
    highest = 0,
    stacked = 0
  for (const p of pieces) {
    const shapes = turnsOf(p)
      .map(t => shapeOf(p.outline, t, gapMm))
      .filter(s => s.profile.wideMm <= wideMm + gapMm + 1e-6)
    if (shapes.length === 0) continue
    const least = (of: (s: (typeof shapes)[number]) => number) => Math.min(...shapes.map(of))
    area += least(s => s.areaMm2)
    const high = least(s => s.profile.highMm)
    highest = Math.max(highest, high)
    if (shapes.every(s => s.profile.wideMm > (wideMm + gapMm) / 2) && pieces.length > 1) stacked += stackMm(shapes.map(s => s.profile))
  }
  return Math.max(0, Math.max(area / (wideMm + gapMm), highest, stacked) - gapMm)
}

/** What a wide piece takes of the length above any point of the roll's middle: its narrowest part, so that crooks are not counted. */
function stackMm(
  profiles: readonly { xs: Float64Array, top: { left: Float64Array }, bottom: { left: Float64Array }, wideMm: number }[],
): number {
  return Math.min(
    ...profiles.map((p) => {
      let least = Infinity
      for (let k = 0; k + 1 < p.xs.length; k++) least = Math.min(least, p.top.left[k]! - p.bottom.left[k]!)
      return Math.max(0, least)
    }),
  )
}
