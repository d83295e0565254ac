import type { Reading } from './simulate'

/** A fitted figure with the half-width of its 95 % interval. */
interface Fitted { value: number, plusMinus: number }

export interface Calibration {
  meanC: Fitted
  swingC: Fitted
  /** Length of a thermostat cycle, s. */
  periodS: Fitted
  /** From switching on until it first switches off, s. */
  settledAfterS: number
  /** Scatter of the readings about the fit, °C. */
  noiseC: number
  readings: number
}

/** Why no setting could be fitted. */
export type CalibrationTrouble
  = | { why: 'tooFew', readings: number, wanted: number }
    | { why: 'notNumbers', atS: number }
    | { why: 'notInOrder', atS: number }
    | { why: 'probeOff', atS: number, fromC: number, toC: number }
    | { why: 'stillWarming' }
    | { why: 'noCycle' }

const FEWEST = 40
/** No sole loses this much between readings: the probe has come off, °C per s. */
const DROP_C_PER_S = 12
const OUT_OF_REACH_C = 320

/** Saw-tooth of unit half-width with mean 0: rises for the share `rise` of a cycle, then falls. `x` in cycles. */
function saw(x: number, rise: number): number {
  const at = x - Math.floor(x)
  return at < rise ? -1 + 2 * at / rise : 1 - 2 * (at - rise) / (1 - rise)
}

function troubleOf(readings: readonly Reading[]): CalibrationTrouble | null {
  for (let i = 0; i < readings.length; i++) {
    const r = readings[i]!, before = readings[i - 1]
    if (!Number.isFinite(r.c) || !Number.isFinite(r.atS) || r.c < -40 || r.c > OUT_OF_REACH_C) return { why: 'notNumbers', atS: r.atS }
    if (!before) continue
    if (r.atS <= before.atS) return { why: 'notInOrder', atS: r.atS }
    if ((before.c - r.c) / (r.atS - before.atS) > DROP_C_PER_S) return { why: 'probeOff', atS: r.atS, fromC: before.c, toC: r.c }
  }
  return readings.length < FEWEST ? { why: 'tooFew', readings: readings.length, wanted: FEWEST } : null
}

/** When the iron first switched off: the first reading after which a smoothed trace falls for good. */
function firstPeak(readings: readonly Reading[]): number | null {
  const HALF = 3
  const smooth = readings.map((_, i) => {
    const part = readings.slice(Math.max(0, i - HALF), i + HALF + 1)
    return part.reduce((s, r) => s + r.c, 0) / part.length
  })
  let top = 0
  for (let i = 1; i < smooth.length; i++) {
    if (smooth[i]! > smooth[top]!) top = i
    else if (smooth[top]! - smooth[i]! > 3 && i - top > 4) return top
  }
  return null
}

/** Does the sole warm up again after its first peak? Without that there is no cycle to fit. */
function isRisingAgain(tail: readonly Reading[]): boolean {
  const RUN = 4, RISE_C = 4
  let lowest = Infinity
  for (let i = RUN; i < tail.length; i++) {
    const c = tail.slice(i - RUN, i + 1).reduce((s, r) => s + r.c, 0) / (RUN + 1)
    lowest = Math.min(lowest, c)
    if (c > lowest + RISE_C) return true
  }
  return false
}

/** Solves the small symmetric system A x = b by Gauss–Jordan; also returns A⁻¹. */
function invert(a: number[][]): number[][] | null {
  const n = a.length
  const m = a.map((row, i) => [...row, ...row.map((_, j) => i === j ? 1 : 0)])
  for (let c = 0; c < n; c++) {
    let p = c
    for (let r = c + 1; r < n; r++) if (Math.abs(m[r]![c]!) > Math.abs(m[p]![c]!)) p = r
    if (Math.abs(m[p]![c]!) < 1e-12) return null
    ;[m[c], m[p]] = [m[p]!, m[c]!]
    const d = m[c]![c]!
    for (let j = 0; j < 2 * n; j++) m[c]![j]! /= d
    for (let r = 0; r < n; r++) {
      if (r === c) continue
      const f = m[r]![c]!
      for (let j = 0; j < 2 * n; j++) m[r]![j]! -= f * m[c]![j]!
    }
  }
  return m.map(row => row.slice(n))
}

/**
 * Fits one dial setting from a probe trace that begins with switching on: a saw-tooth by least squares (a grid of periods,
 * then Gauss–Newton on mean, half-width, period, phase and rise), its intervals from the curvature at the best fit.
 * @param readings seconds and °C, in order
 */
export function fitSetting(readings: readonly Reading[]): { fit: Calibration } | { trouble: CalibrationTrouble } {
  const trouble = troubleOf(readings)
  if (trouble) return { trouble }
  const peak = firstPeak(readings)
  if (peak === null) return { trouble: { why: 'stillWarming' } }
  const tail = readings.slice(peak)
  if (!isRisingAgain(tail)) return { trouble: { why: 'noCycle' } }
  const t0 = tail[0]!.atS, spanS = tail[tail.length - 1]!.atS - t0
  const residual = (p: number[], r: Reading) => r.c - (p[0]! + p[1]! * saw((r.atS - t0) / p[2]! + p[3]!, p[4]!))
  const squares = (p: number[]) => tail.reduce((s, r) => s + residual(p, r) ** 2, 0)

  const sorted = tail.map(r => r.c).sort((a, b) => a - b)
  const high = sorted[Math.floor(sorted.length * 0.98)]!, low = sorted[Math.floor(sorted.length * 0.02)]!
  let best: number[] | null = null, least = Infinity
  for (let period = 20; period <= Math.max(40, spanS / 1.2); period *= 1.03) {
    for (const rise of [0.06, 0.1, 0.2, 0.35, 0.5]) {
      for (const shift of [-0.06, 0, 0.06]) {
        // The trace begins at a peak: the rise has just ended.
        const p = [(high + low) / 2, (high - low) / 2, period, rise + shift, rise]
        const s = squares(p)
        if (s < least) { least = s; best = p }
      }
    }
  }
  if (!best || spanS < best[2]! * 1.1) return { trouble: { why: 'noCycle' } }
  return refine(best, tail, squares, residual, readings[peak]!.atS, readings.length)
}

function refine(
  from: number[], tail: readonly Reading[], squares: (p: number[]) => number, residual: (p: number[], r: Reading) => number,
  settledAfterS: number, readings: number,
): { fit: Calibration } | { trouble: CalibrationTrouble } {
  let p = from,
    least = squares(p),
    damping = 1e-3
  const steps = [0.05, 0.05, p[2]! * 1e-3, 1e-3, 1e-3]
  let inverse: number[][] | null = null
  const normal = () => {
    const columns = p.map((v, k) => {
      const up = [...p], down = [...p]
      up[k] = v + steps[k]!
      down[k] = v - steps[k]!
      return tail.map(r => (residual(down, r) - residual(up, r)) / (2 * steps[k]!))
    })
    const e = tail.map(r => residual(p, r))
    const a = columns.map(x => columns.map(y => x.reduce((s, v, i) => s + v * y[i]!, 0)))
    return { a, b: columns.map(x => x.reduce((s, v, i) => s + v * e[i]!, 0)) }
  }
  for (let round = 0; round < 60; round++) {
    const { a, b } = normal()
    const damped = a.map((row, i) => row.map((v, j) => i === j ? v * (1 + damping) : v))
    const inv = invert(damped)
    if (!inv) break
    const next = p.map((v, i) => v + inv[i]!.reduce((s, x, j) => s + x * b[j]!, 0))
    next[4] = Math.min(0.9, Math.max(0.01, next[4]!))
    const s = squares(next)
    if (s < least) {
      const done = least - s < 1e-7 * least
      p = next
      least = s
      damping = Math.max(1e-9, damping / 4)
      if (done) break
    } else if ((damping *= 6) > 1e6) break
  }
  inverse = invert(normal().a)
  if (!inverse || p[2]! <= 0 || p[1]! <= 0) return { trouble: { why: 'noCycle' } }
  const variance = least / (tail.length - p.length)
  const of = (k: number): Fitted => ({ value: p[k]!, plusMinus: 1.96 * Math.sqrt(variance * inverse![k]![k]!) })
  return { fit: { meanC: of(0), swingC: of(1), periodS: of(2), settledAfterS, noiseC: Math.sqrt(variance), readings } }
}
