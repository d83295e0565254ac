import type { AdhesiveGrade, AdhesiveKey } from '../materials'

/**
 * How much faster each grade bonds than the first guess of its adhesive (a factor on 1/hold). Fitted by `npm run fit` so that the
 * typical maker's instructions of the grade gives a bond of 1.25 on the reference fabric. Origin: typical. Null: not sold for that use.
 * An adhesive that was not fitted yet bonds as first guessed.
 */
export const GRADE_SPEED: Partial<Record<AdhesiveKey, Record<'press', number> & Record<Exclude<AdhesiveGrade, 'press'>, number | null>>> = {
  polyamide: { hand: 2.523, press: 1.185 },
  polyamideLow: { hand: 2.642, press: 1.169 },
  polyester: { hand: 3.222, press: 1.32 },
  ldpe: { hand: 3.603, press: 1.948 },
  hdpe: { hand: null, press: 2.896 },
  eva: { hand: 1.739, press: 1.725 },
  polyurethane: { hand: 0.8165, press: 1.465 },
  polyamideWeb: { hand: 1.837, press: 1.524 },
  evaWeb: { hand: 1.593, press: 0.9266 },
}
