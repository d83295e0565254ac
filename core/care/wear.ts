import { judgingLogLikelihood, type Judged } from '../learn'
import { bondThrough, type AdhesiveInWash, type WashRound } from './wash'

/** How a piece came back after so many rounds. */
export interface WashSeen {
  /** Its bond before, as it was judged or foreseen. */
  bond: number
  adhesive: AdhesiveInWash
  round: WashRound
  rounds: number
  judged: Judged
}
export interface Wear { factor: number, sdLog: number, seen: number }

/** Before anything was seen: wear of a lot may be half or double that of its kind. Typical. */
const PRIOR_SD = 0.7
const STEP = 0.05, FURTHEST = 3

/**
 * How much faster a supply wears here than its kind: a small Bayesian update of the logarithm of its wear on a grid, by the same
 * judging as every swatch.
 */
export function learnWear(seen: readonly WashSeen[]): Wear {
  const at: { log: number, weight: number }[] = []
  for (let log = -FURTHEST; log <= FURTHEST + 1e-9; log += STEP) {
    let sum = -(log * log) / (2 * PRIOR_SD ** 2)
    for (const s of seen) {
      const bond = bondThrough(s.bond, { ...s.adhesive, wear: Math.exp(log) }, s.round, s.rounds).at(-1)!
      sum += judgingLogLikelihood(s.judged, Math.log(bond))
    }
    at.push({ log, weight: sum })
  }
  const most = Math.max(...at.map(a => a.weight))
  const shares = at.map(a => ({ log: a.log, share: Math.exp(a.weight - most) }))
  const all = shares.reduce((s, a) => s + a.share, 0)
  const mean = shares.reduce((s, a) => s + a.log * a.share, 0) / all
  const sd = Math.sqrt(shares.reduce((s, a) => s + (a.log - mean) ** 2 * a.share, 0) / all)
  return { factor: Math.exp(mean), sdLog: sd, seen: seen.length }
}
