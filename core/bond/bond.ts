import { freeWaterGsm, layerOf, type Transient } from '../heat'
import type { Adhesive } from '../materials'

/** A full bond. */
export const FULL_BOND = 1
/** Above this the adhesive is over-fused: it flows, strikes through and stiffens. */
export const OVER_FUSED = 3

/** Water beside the glue line from which it counts as fully moist, g/m². */
const MOIST_FROM_GSM = 5
/** Where no water was brought the glue line is never moister, 0–1: under a sheet that holds vapour it would bond better, being cooler. */
const MOST_MOIST_DRY = 0.2
/** The rate grows no further than this many times the mid-window rate. */
const FASTEST = 3

/** How the rate grows with pressure: one weak exponent for all adhesives, for hand and press do not differ by more (see the fit). */
export const PRESSURE_EXPONENT = 0.15
/** A lifted glue line still soft is pressed by no less than this, kPa. */
const LEAST_KPA = 0.2

/**
 * Rate of bonding, 1/s: none below the melting range, 1/hold at mid-window and the reference pressure, linear in
 * temperature, growing with (p/p_ref)^0.15. Moisture (0-1) lowers the whole range by the adhesive's wet shift.
 * Pressure in kPa; without pressure (lifted but still soft) a fifth of a kPa is taken.
 * Source: linear wetting kinetics; their speed is fitted to typical leaflets (`gradeOf`), then to the lot's own sheet, then to swatches.
 * @example bondRatePerS(ADHESIVES.polyamide, 129, 0, 20) // 0.1: a full bond in 10 s
 */
export function bondRatePerS(adhesive: Adhesive, glueC: number, moist: number, pressureKPa: number): number {
  const shift = adhesive.wetShiftC * moist
  const start = adhesive.meltC[0] - shift
  const mid = (adhesive.windowC[0] + adhesive.windowC[1]) / 2 - shift
  if (glueC <= start) return 0
  const warmth = Math.min(FASTEST, (glueC - start) / (mid - start))
  return warmth / adhesive.holdS * Math.pow(Math.max(pressureKPa, LEAST_KPA) / adhesive.pressureKPa, PRESSURE_EXPONENT)
}

export interface BondCourse {
  /** Bond progress against time; same length as the run's `timesS`. 1 is a full bond. */
  progress: Float32Array
  final: number
  /** Hottest the glue line got, °C. */
  peakC: number
  /** Seconds during which it stood inside or above its window. */
  inWindowS: number
  /** Highest temperature over the window's end so far, K, against time; 0 while it stays inside. */
  overWindowK: Float32Array
  /** When the glue line had set again after the last lift, s; null if still soft at the end. */
  setAtS: number | null
}

/**
 * Integrates bonding along a run at the glue line, the wetness of its two neighbours taken into account, in full once water was brought.
 * After the sole lifts the adhesive goes on flowing until it is below its set temperature (start of melting).
 * @throws if the run has no glue line
 */
export function bondOf(run: Transient, adhesive: Adhesive): BondCourse {
  const glue = layerOf(run, 'adhesive')
  if (!glue) throw new Error('This stack has no glue line: there is no adhesive in it to bond.')
  const interfacing = layerOf(run, 'interfacing'), fabric = layerOf(run, 'fabric')
  const free = (t: typeof interfacing, i: number) => t ? freeWaterGsm(t, i) : 0
  const progress = new Float32Array(run.steps), overWindowK = new Float32Array(run.steps)
  let b = 0, peakC = -Infinity, inWindowS = 0, over = 0, rateBefore = 0, soft = false, setAtS: number | null = null
  for (let i = 1; i < run.steps; i++) {
    const dt = run.timesS[i]! - run.timesS[i - 1]!
    const c = glue.meanC[i]!
    // What a dry stack drives out of itself and catches again lies there only as long as the glue line is cooler: it counts for little.
    const most = run.timesS[i]! >= run.wetFromS ? 1 : MOST_MOIST_DRY
    const moist = Math.min(most, (free(interfacing, i) + free(fabric, i)) / MOIST_FROM_GSM)
    const rate = bondRatePerS(adhesive, c, moist, run.pressureKPa[i]!)
    // Where melting begins or ends within the step, it bonds for that share of it.
    const shift = adhesive.wetShiftC * moist, startC = adhesive.meltC[0] - shift, before = glue.meanC[i - 1]!
    const begins = rate > 0 && before < startC, ends = rateBefore > 0 && c < startC && before > startC
    b += (rate + rateBefore) / 2 * dt * (begins || ends ? (Math.max(c, before) - startC) / Math.abs(c - before) : 1)
    rateBefore = rate
    progress[i] = b
    peakC = Math.max(peakC, c)
    if (c >= adhesive.windowC[0] - shift) inWindowS += dt
    over = Math.max(over, c - adhesive.windowC[1])
    overWindowK[i] = over
    if (c >= adhesive.meltC[0] - shift) {
      soft = true
      setAtS = null
    } else if (setAtS === null && soft) setAtS = run.timesS[i]!
  }
  return { progress, final: b, peakC, inWindowS, overWindowK, setAtS }
}
