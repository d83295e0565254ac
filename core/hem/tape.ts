import { BASE_GIVE_PCT } from '../materials'

/** A stretch of hem that has come down: from where, measured round from a seam, and how far, mm. */
export interface OpenStretch { fromMm: number, lengthMm: number }
/** A tape of the shelf. */
export interface Tape { id: string, wideMm: number, stockM: number }

/** It stays wholly under the fabric: the hem is deeper by more than this, mm. */
export const UNDER_MM = 3
/** So much longer than what is open, at either end, mm. */
const END_MM = 10
/** A straight tape may leave a curve by so much, mm. */
const OFF_MM = 1

/** The widest tape that stays under the hem; null where none is narrow enough. @throws RangeError for a depth that is none */
export function tapeFor<T extends Tape>(depthMm: number, tapes: readonly T[]): T | null {
  if (!(depthMm > 0)) throw new RangeError('Depth: a hem is deeper than 0 mm.')
  return tapes.filter(t => t.wideMm < depthMm - UNDER_MM)
    .reduce<T | null>((a, b) => (a && (a.wideMm > b.wideMm || (a.wideMm === b.wideMm && a.stockM >= b.stockM)) ? a : b), null)
}

/**
 * The longest straight tape that stays within 1 mm of a curve, mm: √(8·R·1). Source: the rise of an arc over its chord, c²/8R.
 * @throws RangeError for a radius of nothing
 */
export function longestStraightMm(radiusMm: number): number {
  if (!(radiusMm > 0)) throw new RangeError('Radius: a curve has one of more than 0 mm.')
  return Math.sqrt(8 * radiusMm * OFF_MM)
}
/** How much longer the edge of a hem is than where it comes to lie, mm: the turn's part of 2π times the depth. */
export function easeMm(depthMm: number, turnDeg: number): number {
  if (turnDeg < 0 || turnDeg > 360) throw new RangeError('Turn: a hem turns between 0 and 360°.')
  if (depthMm < 0) throw new RangeError('Depth: it cannot be less than 0 mm.')
  return 2 * Math.PI * depthMm * turnDeg / 360
}

/** Runs that meet are one; all of them within the hem's round. @throws RangeError where one lies outside it */
export function openStretches(stretches: readonly OpenStretch[], aroundMm: number): OpenStretch[] {
  if (!(aroundMm > 0)) throw new RangeError('Around: the hem is longer than 0 mm.')
  for (const r of stretches) {
    if (!(r.lengthMm > 0)) throw new RangeError('Come down: give a length of more than 0 mm.')
    if (r.fromMm < 0 || r.fromMm > aroundMm) throw new RangeError('Come down: it begins beyond the end of the hem.')
    if (r.lengthMm > aroundMm) throw new RangeError('Come down: it is longer than the hem itself.')
  }
  // What goes over the beginning is counted from the beginning too.
  const flat = stretches.flatMap(r => r.fromMm + r.lengthMm <= aroundMm
    ? [r]
    : [{ fromMm: r.fromMm, lengthMm: aroundMm - r.fromMm }, { fromMm: 0, lengthMm: r.fromMm + r.lengthMm - aroundMm }])
    .sort((a, b) => a.fromMm - b.fromMm)
  const joined: OpenStretch[] = []
  for (const r of flat) {
    const last = joined.at(-1)
    if (last && r.fromMm <= last.fromMm + last.lengthMm) last.lengthMm = Math.max(last.lengthMm, r.fromMm + r.lengthMm - last.fromMm)
    else joined.push({ ...r })
  }
  return joined
}

/** How a tape goes round a curve: how wide it is, mm, and how far it gives, %. */
export interface Easing { wideMm: number, givePct: number }
/** Web, 20 mm wide. */
const USUAL_TAPE: Easing = { wideMm: 20, givePct: BASE_GIVE_PCT.none }
/** Of its own give a tape is eased by so much and lies flat. Practice. */
const EASED_SHARE = 1 / 4

/** Does a tape go round a curve in one piece: its edges differ by no more than it eases? */
export const easesRound = (radiusMm: number, { wideMm, givePct }: Easing): boolean =>
  wideMm / (2 * radiusMm) <= (givePct / 100) * EASED_SHARE

export interface TapeCut { pieces: number, eachMm: number, totalMm: number }
/**
 * How much tape, in how many pieces: each open run and a little at both ends, no more than once round; on a curve that is too
 * tight to ease it round in lengths that stay within a millimetre of it.
 */
export function tapeCut(stretches: readonly OpenStretch[], aroundMm: number, radiusMm: number | null,
  tape: Easing = USUAL_TAPE): TapeCut[] {
  const most = radiusMm === null || easesRound(radiusMm, tape) ? Infinity : longestStraightMm(radiusMm)
  return openStretches(stretches, aroundMm).map((r) => {
    const whole = Math.min(r.lengthMm + 2 * END_MM, aroundMm)
    const pieces = Math.max(1, Math.ceil(whole / most - 1e-9))
    return { pieces, eachMm: whole / pieces, totalMm: whole }
  })
}
