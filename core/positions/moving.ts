import { areaMm2, type Outline } from '../geometry'
import { has } from './grid'
import { fieldOf, pointsIn, stampOf } from './points'
import { bearingOf, printed, type SolePlacement, type SoleShape } from './sole'

/** Small circles of the hand: so far from the middle of a position, mm. Typical. */
const CIRCLE_MM = 15
const ANGLES = 12
const MOST_POINTS = 1500,
  FINE_MM = 6

/**
 * A sole that goes in small circles about each of its positions: for how much of a touch's time every part of a piece lies under it,
 * all touches together. The least of it says by how much a hold must be longer than a still one.
 * @returns shares of one touch's time: 1 = all of it; more where positions lie over each other
 */
export function movingShare(
  outline: Outline, sole: SoleShape, placements: readonly SolePlacement[], radiusMm = CIRCLE_MM,
): { least: number, mean: number } {
  const points = pointsIn(outline, Math.max(FINE_MM, Math.sqrt(areaMm2(outline) / MOST_POINTS))), field = fieldOf(points)
  const times = new Float64Array(points.length)
  const turns = Array.from({ length: ANGLES }, (_, k) => (k * 2 * Math.PI) / ANGLES)
  for (const p of placements) {
    const under = stampOf(printed(bearingOf(sole, p), { x: 0, y: 0, headingDeg: p.headingDeg }))
    for (const a of turns) {
      const bits = under(field, { x: p.x + radiusMm * Math.cos(a), y: p.y + radiusMm * Math.sin(a) })
      for (let i = 0; i < points.length; i++) if (has(bits, i)) times[i]! += 1 / ANGLES
    }
  }
  if (points.length === 0) return { least: 0, mean: 0 }
  return { least: times.reduce((a, b) => Math.min(a, b)), mean: times.reduce((a, b) => a + b) / points.length }
}
