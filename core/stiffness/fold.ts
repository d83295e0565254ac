/** ∫₀^π √sin φ dφ, by the gamma function. */
const ROOT_SINE = 2.396280469
/** What two hands give when they press a fold flat, N for each metre of fold: a typical figure. */
const STIFFNESS_N_PER_M = 60

/**
 * How far apart the two halves of a folded sheet stay where they are pressed together, mm: the elastica between two plates, whose ends
 * are straight: D = √(B / 2P) ∫ √sin φ dφ, so that D² = 2.87 B / P.
 * @param uNm flexural rigidity, µN·m @param nPerM what presses it, N for each metre of fold
 * @throws RangeError where nothing presses
 */
export function smallestFoldMm(uNm: number, nPerM = STIFFNESS_N_PER_M): number {
  if (!(nPerM > 0)) throw new RangeError('A fold stays only where something presses it.')
  return Math.sqrt(uNm * 1e-6 / (2 * nPerM)) * ROOT_SINE * 1000
}
