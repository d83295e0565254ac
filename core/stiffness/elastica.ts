/** Points along a strip. */
export const POINTS = 240
const MAX_NEWTON = 60
const CLOSE_ENOUGH = 1e-11

export interface ElasticaEnds {
  /** Slope at the clamp, rad below level. */
  startRad: number
  /** Slope at the other end, rad below level; null where it hangs free. */
  endRad: number | null
  /** True where that end must stand straight under the clamp (half of a symmetric loop). */
  closed: boolean
}

/**
 * Relaxes a heavy strip of unit length into balance: φ″ = −k(1−s)·cos φ − H·sin φ, φ being the slope below level,
 * k = (L/c)³, and H the sideways pull that closes a loop (0 for a free end). Central differences, Newton's method with
 * tridiagonal solves; H comes in as a bordered unknown.
 * @param slope starting guess, POINTS + 1 values; overwritten with the answer
 * @returns H
 * @throws Error if it does not settle
 * Source: the heavy elastica, as in Bickley (1934) and Peirce (1930).
 */
export function relaxStrip(slope: Float64Array, k: number, ends: ElasticaEnds, pull = 0): number {
  const n = slope.length - 1
  const h = 1 / n, perH2 = n * n
  slope[0] = ends.startRad
  if (ends.endRad !== null) slope[n] = ends.endRad
  const last = ends.endRad === null ? n : n - 1
  const gain = new Float64Array(n + 1), byForce = new Float64Array(n + 1), byPull = new Float64Array(n + 1)
  const tried = new Float64Array(n + 1)
  let H = pull

  const balance = (p: Float64Array, i: number, force: number): number => {
    const next = i === n ? p[n - 1]! : p[i + 1]!
    return (p[i - 1]! - 2 * p[i]! + next) * perH2 + k * (1 - i * h) * Math.cos(p[i]!) + force * Math.sin(p[i]!)
  }
  /** ∫ cos φ ds by the trapezoid rule: how far the end stands out sideways. */
  const sideways = (p: Float64Array): number => {
    let sum = (Math.cos(p[0]!) + Math.cos(p[n]!)) / 2
    for (let i = 1; i < n; i++) sum += Math.cos(p[i]!)
    return sum * h
  }
  const size = (p: Float64Array, force: number): number => {
    let sum = 0
    for (let i = 1; i <= last; i++) sum += balance(p, i, force) ** 2 * h
    return Math.sqrt(sum) / (k + 10) + (ends.closed ? Math.abs(sideways(p)) : 0)
  }

  let now = size(slope, H)
  for (let round = 0; round < MAX_NEWTON && now > CLOSE_ENOUGH; round++) {
    // Two right-hand sides through one elimination: the imbalance, and the effect of a unit of pull.
    gain[0] = byForce[0] = byPull[0] = 0
    for (let i = 1; i <= last; i++) {
      const up = i === n ? 2 * perH2 : perH2
      const diagonal = -2 * perH2 - k * (1 - i * h) * Math.sin(slope[i]!) + H * Math.cos(slope[i]!)
      const m = 1 / (diagonal - up * gain[i - 1]!)
      gain[i] = i < last ? perH2 * m : 0
      byForce[i] = (-balance(slope, i, H) - up * byForce[i - 1]!) * m
      byPull[i] = (-Math.sin(slope[i]!) - up * byPull[i - 1]!) * m
    }
    for (let i = last - 1; i >= 1; i--) {
      byForce[i] = byForce[i]! - gain[i]! * byForce[i + 1]!
      byPull[i] = byPull[i]! - gain[i]! * byPull[i + 1]!
    }
    let dH = 0
    if (ends.closed) {
      let moved = 0, perPull = 0
      for (let i = 1; i <= last; i++) {
        const w = -Math.sin(slope[i]!) * (i === n ? h / 2 : h)
        moved += w * byForce[i]!
        perPull += w * byPull[i]!
      }
      dH = (-sideways(slope) - moved) / perPull
    }
    let share = 1
    for (; share > 1e-4; share /= 2) {
      for (let i = 0; i <= n; i++) tried[i] = slope[i]! + (i >= 1 && i <= last ? share * (byForce[i]! + dH * byPull[i]!) : 0)
      const then = size(tried, H + share * dH)
      if (then < now) {
        now = then
        break
      }
    }
    if (share <= 1e-4) break
    slope.set(tried)
    H += share * dH
  }
  if (now > 1e-7) throw new Error('The strip did not preshrink into a shape.')
  return H
}

/** Where a strip of these slopes runs: x sideways and y downward, as shares of its length. */
export function courseOf(slope: Float64Array): { x: Float64Array, y: Float64Array } {
  const n = slope.length - 1
  const x = new Float64Array(n + 1), y = new Float64Array(n + 1)
  for (let i = 1; i <= n; i++) {
    const mid = (slope[i - 1]! + slope[i]!) / 2
    x[i] = x[i - 1]! + Math.cos(mid) / n
    y[i] = y[i - 1]! + Math.sin(mid) / n
  }
  return { x, y }
}
