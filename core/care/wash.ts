import { DRYER_C, type Dryer, type Adhesive } from '../materials'

/** One round: the wash, °C (0 = not washed), the dryer after it, and softener in the rinse. */
export interface WashRound { washC: number, tumble: Dryer, softener: boolean }

/** An adhesive as a wash meets it. */
export interface AdhesiveInWash {
  adhesive: Pick<Adhesive, 'meltC' | 'wetShiftC'>
  /** Hottest wash and dryer that its sheet, or its kind, allows. */
  limitC: number
  tumble: Dryer
  /** On a fabric whose finish keeps water and adhesive off. */
  repellent: boolean
  /** How much faster it wears than its kind, as this workroom saw; 1 = as its kind. */
  wear: number
}

/** Rounds that a limit means: what its maker washed it before printing it. Typical. */
const LIMIT_ROUNDS = 20
/** A bond as its maker's instructions make it is a good one still after that many at the limit, dryer and all. */
const INSTRUCTIONS_BOND = 1.25, STILL_GOOD = 1
/** Loss of a round at the limit: half in the wash, half in the dryer. */
const AT_LIMIT = Math.log(INSTRUCTIONS_BOND / STILL_GOOD) / LIMIT_ROUNDS / 2
/** Wear doubles with so many degrees more. Typical of polymers in hot water. */
const DOUBLES_K = 8
/** From so far under its softening an adhesive gives way, K; over it, so much is lost for every degree. */
const GIVES_FROM_K = 5, PER_SOFT_K = 0.12
/** Softener creeps between adhesive and fibre; a repellent finish never let them meet. Typical. */
const SOFTENER = 2, REPELLENT = 3
const LEAST_BOND = 0.01

/** From here a fingertip no longer lifts it: it counts as holding. */
export const HOLDS_FROM = 0.9

/** Where an adhesive softens: in water sooner, by its wet shift, °C. */
export const softensC = ({ adhesive }: Pick<AdhesiveInWash, 'adhesive'>, wet: boolean): number =>
  adhesive.meltC[0] - (wet ? adhesive.wetShiftC : 0)

const wakes = (atC: number, softC: number): number => Math.max(0, atC - (softC - GIVES_FROM_K)) * PER_SOFT_K

/** What of a round wakes an adhesive: the wash, the dryer, or nothing. */
export function wakenedBy(adhesive: AdhesiveInWash, round: Pick<WashRound, 'washC' | 'tumble'>): 'wash' | 'dryer' | null {
  if (round.washC > 0 && round.washC > softensC(adhesive, true) - GIVES_FROM_K) return 'wash'
  return DRYER_C[round.tumble] > softensC(adhesive, false) - GIVES_FROM_K ? 'dryer' : null
}

/**
 * Share of the bond, as a logarithm, that one round takes from a full one: as much as the limit was printed for at the limit, double
 * for every 8 °C more, and whatever lets go where the adhesive softens.
 */
export function lossOf(r: AdhesiveInWash, { washC, tumble, softener }: WashRound): number {
  let loss = 0
  if (washC > 0) loss += AT_LIMIT * 2 ** ((washC - r.limitC) / DOUBLES_K) * (softener ? SOFTENER : 1) + wakes(washC, softensC(r, true))
  if (tumble !== 'no')
    loss += AT_LIMIT * 2 ** ((DRYER_C[tumble] - Math.max(40, DRYER_C[r.tumble])) / DOUBLES_K) + wakes(DRYER_C[tumble], softensC(r, false))
  return loss * r.wear * (r.repellent ? REPELLENT : 1)
}

/** The bond after one more round: what is under a full bond loses faster, for water gets behind it. */
const afterRound = (bond: number, r: AdhesiveInWash, round: WashRound): number =>
  Math.max(LEAST_BOND, bond * Math.exp(-lossOf(r, round) * Math.max(1, 1 / bond)))

/** The bond after each round, from before the first: `rounds` + 1 figures. @throws RangeError for no bond, or rounds that are none */
export function bondThrough(bond: number, r: AdhesiveInWash, round: WashRound, rounds: number): number[] {
  if (!(bond > 0)) throw new RangeError('Bond: give a bond above 0.')
  if (!Number.isInteger(rounds) || rounds < 0) throw new RangeError('Rounds: a whole number, 0 or more.')
  const all = [bond]
  for (let n = 0; n < rounds; n++) all.push(afterRound(all[n]!, r, round))
  return all
}

const MOST_ROUNDS = 200
/** Rounds it holds; `MOST_ROUNDS` where it outlasts them, 0 where it does not hold to begin with. */
export function roundsHeld(bond: number, r: AdhesiveInWash, round: WashRound): number {
  let b = bond, n = 0
  if (b < HOLDS_FROM) return 0
  while (n < MOST_ROUNDS) {
    b = afterRound(b, r, round)
    if (b < HOLDS_FROM) return n
    n++
  }
  return n
}

const WASHES = [95, 60, 40, 30] as const
/** The hottest usual wash within its limit through which it holds as often as wished, °C; 0 where there is none. */
export const coolerWashC = (bond: number, r: AdhesiveInWash, round: WashRound, rounds: number): number =>
  WASHES.find(washC => washC <= Math.min(round.washC, r.limitC) && roundsHeld(bond, r, { ...round, washC }) >= rounds) ?? 0
