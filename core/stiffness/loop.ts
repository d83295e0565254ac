import { courseOf, POINTS, relaxStrip } from './elastica'
import { rootBetween } from './root'

/** Half of a pear loop, from the clamp down to its lowest point; x outward, y downward, as shares of the strip's whole length. */
export interface PearLoop {
  x: Float64Array
  y: Float64Array
  /** Height and greatest width as shares of the strip's whole length. */
  height: number
  width: number
}

/** Height of a pear loop without weight, as a share of its strip: Peirce's l₀ = 0.4243 L. */
export const WEIGHTLESS_PEAR = 0.4243
const MOST_HALF_RATIO = 20

/**
 * A strip of length L folded back on itself, both ends clamped together pointing down, hanging as a pear: limp fabric hangs
 * long and thin, stiff fabric stands out round. Half of it is solved, the other is its mirror image.
 * @param stripRatio L/c, 0 to about 40
 */
export function pearLoop(stripRatio: number): PearLoop {
  const slope = Float64Array.from({ length: POINTS + 1 }, (_, i) => {
    const s = i / POINTS
    return Math.PI / 2 + Math.PI / 2 * s ** 2 - 1.1 * Math.sin(Math.PI * s)
  })
  const wanted = Math.min(MOST_HALF_RATIO, stripRatio / 2) ** 3
  // From the weightless shape the weight is let on by degrees: each shape is the guess for the next.
  let pull = relaxStrip(slope, 0, { startRad: Math.PI / 2, endRad: Math.PI, closed: true }, 8)
  for (let k = Math.min(wanted, 30); wanted > 0; k = Math.min(wanted, k * 2.5)) {
    pull = relaxStrip(slope, k, { startRad: Math.PI / 2, endRad: Math.PI, closed: true }, pull)
    if (k >= wanted) break
  }
  const half = courseOf(slope)
  const x = half.x.map(v => v / 2), y = half.y.map(v => v / 2)
  return { x, y, height: y[POINTS]!, width: 2 * x.reduce((m, v) => Math.max(m, v), 0) }
}

/**
 * Bending length c, mm, from a pear loop: an alternative to the overhang for limp or curling fabric.
 * @param stripMm length of the strip in the loop; @param heightMm from the clamp to its lowest point
 * @throws RangeError where the loop hangs no lower than one without weight, or as low as a doubled thread
 */
export function loopBendingLengthMm(stripMm: number, heightMm: number): number {
  if (!(stripMm > 0)) throw new RangeError('The strip must be longer than nothing.')
  const share = heightMm / stripMm
  if (!(share > WEIGHTLESS_PEAR * 1.003)) throw new RangeError('The loop hangs as if it had no weight: take a longer strip.')
  if (!(share < 0.49)) throw new RangeError('The loop hangs like a doubled thread: take a shorter strip.')
  return stripMm / rootBetween(0.2, 2 * MOST_HALF_RATIO, ratio => pearLoop(ratio).height - share)
}

/**
 * Peirce's relation for the pear loop: θ = 504.5°·d/l₀ with d the drop below l₀ = 0.4243 L, and
 * c = 0.133 L·(cos θ / tan θ)^(1/3) / cos 0.87θ. The textbook's, kept as a check: against the exact loop it reads 11 % high
 * where the loop hardly sags, and more as it does.
 */
export function peirceLoopLengthMm(stripMm: number, heightMm: number): number {
  const l0 = WEIGHTLESS_PEAR * stripMm
  const a = 504.5 * (heightMm - l0) / l0 * Math.PI / 180
  return 0.133 * stripMm * Math.cbrt(Math.cos(a) / Math.tan(a)) / Math.cos(0.87 * a)
}
