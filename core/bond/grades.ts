import { RESINS, type Resin, type ResinGrade, type ResinKey } from '../materials'
import { GRADE_SPEED } from './rates'

/** The resin in a grade: its speed fitted to what the makers of that grade commonly print. */
export function gradeOf(key: ResinKey, grade: ResinGrade): Resin {
  const typical = RESINS[key], speed = GRADE_SPEED[key][grade] ?? GRADE_SPEED[key].press
  return { ...typical, holdS: typical.holdS / speed }
}

/** A lot of a resin: so many times as fast as its grade, its melting range moved by so many °C. */
export function shifted(resin: Resin, rateFactor: number, meltShiftC: number): Resin {
  if (rateFactor === 1 && meltShiftC === 0) return resin
  return {
    ...resin, holdS: resin.holdS / rateFactor, meltC: [resin.meltC[0] + meltShiftC, resin.meltC[1] + meltShiftC],
    windowC: [resin.windowC[0] + meltShiftC, resin.windowC[1] + meltShiftC],
  }
}
