import { courseOf, POINTS, relaxStrip } from './elastica'
import { rootBetween } from './root'

const LIGHT = 4, HEAVIER = 3

/** A strip hanging over an edge: slope below the horizontal (rad), x and y as shares of L, at even steps of arc length. */
export interface HangingStrip {
  slope: Float64Array
  x: Float64Array
  y: Float64Array
}

/**
 * The heavy elastica: a strip of length L and bending length c clamped level at an edge, hanging under its own weight.
 * @param overhangRatio L/c, 0 to about 20
 */
export function hangingStrip(overhangRatio: number): HangingStrip {
  const slope = new Float64Array(POINTS + 1)
  const weight = overhangRatio ** 3
  // The weight is let on by degrees: each shape is the guess for the next.
  for (let k = Math.min(weight, LIGHT); ; k = Math.min(weight, k * HEAVIER)) {
    relaxStrip(slope, k, { startRad: 0, endRad: null, closed: false })
    if (k >= weight) break
  }
  return { slope, ...courseOf(slope) }
}

/** Slope of the straight line from the edge to the tip, degrees below level, for L/c. */
export function chordDeg(overhangRatio: number): number {
  const { x, y } = hangingStrip(overhangRatio)
  return Math.atan2(y[POINTS]!, x[POINTS]!) * 180 / Math.PI
}

/** Steepest chord that still says something about the fabric. */
const STEEPEST_DEG = 80
const FLATTEST_DEG = 2

/**
 * Bending length c, mm, from an overhang test: a strip slid out by `overhangMm` until the line to its tip slopes by `angleDeg`.
 * The heavy elastica is inverted; at 41.5° it gives half the overhang.
 * @throws RangeError outside 2–80°, or for an overhang that is not positive
 */
export function bendingLengthMm(overhangMm: number, angleDeg: number): number {
  if (!(overhangMm > 0)) throw new RangeError('The overhang must be longer than nothing.')
  if (!(angleDeg >= FLATTEST_DEG && angleDeg <= STEEPEST_DEG))
    throw new RangeError(
      `The line to the tip must slope between ${FLATTEST_DEG}° and ${STEEPEST_DEG}°: slide the strip further out, or back.`,
    )
  return overhangMm / rootBetween(0.2, 8, ratio => chordDeg(ratio) - angleDeg)
}

/** Peirce's closed formula, c in the unit of the overhang: the textbook's, kept as a check (2 % high at 41.5°). */
export function peirceLengthMm(overhangMm: number, angleDeg: number): number {
  const a = angleDeg * Math.PI / 180
  return overhangMm * Math.cbrt(Math.cos(a / 2) / (8 * Math.tan(a)))
}
