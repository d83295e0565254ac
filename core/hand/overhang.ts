/** Points along the strip used by the shooting solution. */
const POINTS = 240

/** A strip hanging over an edge: arc length as a share of L, slope below the horizontal (rad), x and y as shares of L. */
export interface HangingStrip {
  slope: Float64Array
  x: Float64Array
  y: Float64Array
}

/**
 * The heavy elastica: a strip of length L and bending length c clamped level at an edge, hanging under its own weight.
 * θ″ = −(L−s)/c³ · cos θ, θ(0) = 0, θ′(L) = 0; lengths in units of L. Solved by shooting on θ′(0) with Runge–Kutta.
 * @param overhangRatio L/c, 0 to about 12
 */
export function hangingStrip(overhangRatio: number): HangingStrip {
  const k = overhangRatio ** 3
  const slope = new Float64Array(POINTS + 1), x = new Float64Array(POINTS + 1), y = new Float64Array(POINTS + 1)
  const h = 1 / POINTS
  /** Integrates from the edge with this curvature; returns the curvature at the free end. */
  function shoot(curvature: number): number {
    let t = 0, u = curvature
    slope[0] = x[0] = y[0] = 0
    const bend = (s: number, theta: number) => -k * (1 - s) * Math.cos(theta)
    for (let i = 0; i < POINTS; i++) {
      const s = i * h
      const a1 = u, b1 = bend(s, t)
      const a2 = u + h / 2 * b1, b2 = bend(s + h / 2, t + h / 2 * a1)
      const a3 = u + h / 2 * b2, b3 = bend(s + h / 2, t + h / 2 * a2)
      const a4 = u + h * b3, b4 = bend(s + h, t + h * a3)
      const middle = t + h / 2 * a2
      const next = t + h / 6 * (a1 + 2 * a2 + 2 * a3 + a4)
      u += h / 6 * (b1 + 2 * b2 + 2 * b3 + b4)
      x[i + 1] = x[i]! + h / 6 * (Math.cos(t) + 4 * Math.cos(middle) + Math.cos(next))
      y[i + 1] = y[i]! + h / 6 * (Math.sin(t) + 4 * Math.sin(middle) + Math.sin(next))
      t = next
      slope[i + 1] = t
    }
    return u
  }
  let low = 0, high = k
  for (let i = 0; i < 70; i++) {
    const mid = (low + high) / 2
    if (shoot(mid) > 0) high = mid
    else low = mid
  }
  shoot((low + high) / 2)
  return { slope, x, y }
}

/** Slope of the straight line from the edge to the tip, degrees below level, for L/c. */
export function chordDeg(overhangRatio: number): number {
  const { x, y } = hangingStrip(overhangRatio)
  return Math.atan2(y[POINTS]!, x[POINTS]!) * 180 / Math.PI
}

/** Steepest chord that still says something about the cloth. */
export const STEEPEST_DEG = 80
const FLATTEST_DEG = 2

/**
 * Bending length c, mm, from an overhang test: a strip slid out by `overhangMm` until the line to its tip slopes by `angleDeg`.
 * The heavy elastica is inverted; at 41.5° it gives half the overhang.
 * @throws RangeError outside 2–80°, or for an overhang that is not positive
 */
export function bendingLengthMm(overhangMm: number, angleDeg: number): number {
  if (!(overhangMm > 0)) throw new RangeError('The overhang must be longer than nothing.')
  if (!(angleDeg >= FLATTEST_DEG && angleDeg <= STEEPEST_DEG)) throw new RangeError(`The line to the tip must slope between ${FLATTEST_DEG}° and ${STEEPEST_DEG}°: slide the strip further out, or back.`)
  let low = 0.2, high = 8
  for (let i = 0; i < 50; i++) {
    const mid = (low + high) / 2
    if (chordDeg(mid) < angleDeg) low = mid
    else high = mid
  }
  return overhangMm / ((low + high) / 2)
}

/** Peirce's closed formula, c in the unit of the overhang: the textbook's, kept as a check (2 % high at 41.5°). */
export function peirceLengthMm(overhangMm: number, angleDeg: number): number {
  const a = angleDeg * Math.PI / 180
  return overhangMm * Math.cbrt(Math.cos(a / 2) / (8 * Math.tan(a)))
}
