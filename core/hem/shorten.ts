export interface Leg {
  name: string
  /** Finished as it is now, mm. */
  nowMm: number
  /** Down to the cut edge once its hem is let down, mm. */
  fabricMm: number
  wantedMm: number
}
export interface Shortened {
  name: string
  /** From the top to where it is folded, and to where it is cut, mm. */
  foldMm: number
  cutMm: number
  cutAwayMm: number
  /** Shorter than now; below 0 it is let down. */
  byMm: number
}
export interface ShortenedPair {
  legs: Shortened[]
  /** As worn now, and as wanted: the one differs from the other by so much, mm. */
  unequalNowMm: number
  unequalWantedMm: number
  /** The hem's edge is so much longer (or shorter) than where it comes to lie, mm; 0 on a straight leg. */
  easeMm: number
}

/**
 * Where each leg is folded and cut for the length that is wanted, shoes on. @param depthMm of the hem, @param turnMm turned in at its edge,
 * @param taper round the leg at the fold and at the cut edge, mm; null where it is straight
 * @throws RangeError naming the leg whose fabric does not reach
 */
export function shortenLegs(
  legs: readonly Leg[], depthMm: number, turnMm: number, taper: { foldRoundMm: number, edgeRoundMm: number } | null = null,
): ShortenedPair {
  if (legs.length === 0) throw new RangeError('Legs: give at least one.')
  if (!(depthMm > 0)) throw new RangeError('Depth: a hem is deeper than 0 mm.')
  if (turnMm < 0 || turnMm >= depthMm) throw new RangeError('Turned in: less than the hem is deep.')
  const done = legs.map((l): Shortened => {
    if (!(l.wantedMm > 0 && l.nowMm > 0 && l.fabricMm > 0)) throw new RangeError(`${l.name}: give its lengths, more than 0 mm.`)
    if (l.nowMm > l.fabricMm) throw new RangeError(`${l.name}: it is longer than its fabric. Measure it again with the hem let down.`)
    const cutMm = l.wantedMm + depthMm + turnMm
    if (cutMm > l.fabricMm + 1e-9) {
      const could = Math.max(0, Math.floor(l.fabricMm - l.wantedMm - turnMm))
      throw new RangeError(
        `${l.name}: its fabric ends ${Math.round(cutMm - l.fabricMm)} mm short of what is wanted. `
        + `A hem of ${could} mm could be had, or a facing.`,
      )
    }
    return { name: l.name, foldMm: l.wantedMm, cutMm, cutAwayMm: l.fabricMm - cutMm, byMm: l.nowMm - l.wantedMm }
  })
  const spread = (of: (l: Leg) => number) => Math.max(...legs.map(of)) - Math.min(...legs.map(of))
  // What is folded up lies so far above the fold as its edge lies below it: the leg narrows there by as much again.
  const ease = taper ? 2 * (taper.edgeRoundMm - taper.foldRoundMm) : 0
  return { legs: done, unequalNowMm: spread(l => l.nowMm), unequalWantedMm: spread(l => l.wantedMm), easeMm: ease }
}
