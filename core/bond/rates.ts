import type { AdhesiveGrade, AdhesiveKey } from '../materials'

/**
 * How much faster each grade bonds than the first guess of its adhesive (a factor on 1/hold). Fitted by `npm run fit` so that the
 * typical maker's instructions of the grade gives a bond of 1.25 on the reference fabric. Origin: typical. Null: not sold for that use.
 */
export const GRADE_SPEED: Record<AdhesiveKey, Record<'press', number> & Record<Exclude<AdhesiveGrade, 'press'>, number | null>> = {
  polyamide: { hand: 2.519, press: 1.186 },
  polyamideLow: { hand: 2.732, press: 1.176 },
  polyester: { hand: 3.207, press: 1.322 },
  ldpe: { hand: 3.612, press: 1.948 },
  hdpe: { hand: null, press: 2.907 },
  eva: { hand: 1.784, press: 1.749 },
  polyurethane: { hand: 0.8193, press: 1.467 },
  polyamideWeb: { hand: 1.839, press: 1.529 },
  evaWeb: { hand: 1.616, press: 0.9313 },
}
