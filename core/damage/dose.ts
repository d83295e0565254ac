import { freeWaterGsm, type LayerTrace, type Transient } from '../heat'
import type { Fibre } from '../materials'

const CHAR_DOUBLING_K = 8, GLAZE_DOUBLING_K = 5
/** Moisture lowers the glass temperature of fibres that take it up, K. */
const WET_SOFTENING_K = 10

/**
 * Harm per second, 1/s: one minute at `damageC` is 1; doubles every 8 °C where heat chars, every 5 °C where it glazes.
 * Source: Arrhenius rates linearised about the limit; typical.
 */
export function doseRatePerS(fibre: Fibre, fabricC: number, moist: boolean): number {
  const limit = fibre.damageC - (moist && fibre.isSoftenedByWater ? WET_SOFTENING_K : 0)
  return Math.pow(2, (fabricC - limit) / (fibre.thermoplastic ? GLAZE_DOUBLING_K : CHAR_DOUBLING_K)) / 60
}

/** What a rate that grows with heat comes to over a step, the heat going straight from end to end: the logarithmic mean of its ends. */
export function overStep(ratePerS: number, nextPerS: number, stepS: number): number {
  const grows = Math.log(nextPerS / ratePerS)
  return stepS * (Math.abs(grows) < 1e-3 ? (ratePerS + nextPerS) / 2 : (nextPerS - ratePerS) / grows)
}

/** Fabric so far under its limit takes no dose worth counting, K. */
const NO_DOSE_UNDER_K = 40

/** Dose a fibre of this layer has taken (1 = harm) and the hottest its layer has been, °C, after each step. */
export function doseAlong(run: Transient, trace: LayerTrace, fibre: Fibre): { dose: Float32Array, peakC: Float32Array } {
  const dose = new Float32Array(run.steps), peakC = new Float32Array(run.steps)
  let sum = 0, high = trace.hottestC[0]!
  peakC[0] = high
  for (let i = 1; i < run.steps; i++) {
    const c = trace.hottestC[i]!
    if (c > high) high = c
    if (c > fibre.damageC - NO_DOSE_UNDER_K) {
      const moist = freeWaterGsm(trace, i) > 2, before = doseRatePerS(fibre, trace.hottestC[i - 1]!, moist)
      sum += overStep(before, doseRatePerS(fibre, c, moist), run.timesS[i]! - run.timesS[i - 1]!)
    }
    dose[i] = sum
    peakC[i] = high
  }
  return { dose, peakC }
}
