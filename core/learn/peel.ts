import { normalQuantile, seeded } from '../numeric'
import { FULL_BOND_PEEL_N50 } from './observe'

export interface Pull { atS: number, newtons: number }

const RISE_S = 1.2, PULL_S = 7, WOBBLE = 0.12
const MOST_PEEL = 2
/** The first part of a pull is slack being taken up; the last lets go. */
const PLATEAU_FROM = 0.3, PLATEAU_TO = 0.95
const LEAST_READINGS = 8

/**
 * A stand-in for a spring scale hooked into a 50 mm strip: slack, then a wavering plateau, then it is through. Deterministic for a
 * seed.
 */
export function simulatePull(bond: number, seed: number): (atS: number) => Pull {
  const random = seeded(seed)
  const level = FULL_BOND_PEEL_N50 * Math.min(MOST_PEEL, Math.max(0.02, bond)) * Math.exp(normalQuantile(random()) * 0.15)
  return (atS) => {
    const share = atS > PULL_S ? 0 : Math.min(1, atS / RISE_S) ** 2
    return { atS, newtons: Math.max(0, level * share * (1 + normalQuantile(random()) * WOBBLE)) }
  }
}

/** Mean of the plateau of a pull, N per 50 mm. @throws RangeError where there is no plateau to be read */
export function peelForceN50(pulls: readonly Pull[]): number {
  const lastS = pulls.reduce((m, p) => p.newtons > 0.05 ? Math.max(m, p.atS) : m, 0)
  const plateau = pulls.filter(p => p.atS >= lastS * PLATEAU_FROM && p.atS <= lastS * PLATEAU_TO)
  if (plateau.length < LEAST_READINGS) throw new RangeError('The pull was too short to read: pull steadily for some seconds.')
  return plateau.reduce((s, p) => s + p.newtons, 0) / plateau.length
}
