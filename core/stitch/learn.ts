import { riskOf } from './judge'

/** A design that was stitched: what it asked for by the usual scale, what held it, and how it came out. */
export interface StitchResult { demand: number, support: number, puckered: boolean }

/** The scale is believed to lie about 1, this far either way in its logarithm. */
const PRIOR_SPREAD = 0.3
const LEAST = 0.5, MOST = 2, STEPS = 300

/**
 * By how much this workroom's designs ask for more or less than ours: the mean of the scale once every result has been weighed (Bayes on
 * a grid, a normal prior on its logarithm, the chance of a pucker as `judgeSupport` has it), and how sure that is.
 * @returns scale 0.5 to 2, spread as one standard deviation
 */
export function learnScale(results: readonly StitchResult[]): { scale: number, spread: number } {
  let sum = 0, first = 0, second = 0
  for (let i = 0; i <= STEPS; i++) {
    const log = Math.log(LEAST) + (Math.log(MOST) - Math.log(LEAST)) * i / STEPS, scale = Math.exp(log)
    let weight = Math.exp(-0.5 * (log / PRIOR_SPREAD) ** 2)
    for (const r of results) {
      const risk = riskOf(r.demand * scale - r.support)
      weight *= r.puckered ? risk : 1 - risk
    }
    sum += weight
    first += weight * scale
    second += weight * scale * scale
  }
  if (!(sum > 0)) return { scale: 1, spread: PRIOR_SPREAD }
  const scale = first / sum
  return { scale, spread: Math.sqrt(Math.max(0, second / sum - scale * scale)) }
}
