import { ADHESIVES, type Adhesive, type AdhesiveGrade, type AdhesiveKey } from '../materials'
import { GRADE_SPEED } from './rates'

/** The adhesive in a grade: its speed fitted to what the makers of that grade commonly print. */
export function gradeOf(key: AdhesiveKey, grade: AdhesiveGrade): Adhesive {
  const typical = ADHESIVES[key], speed = GRADE_SPEED[key]?.[grade] ?? GRADE_SPEED[key]?.press ?? 1
  return { ...typical, holdS: typical.holdS / speed }
}

/** A lot of an adhesive: so many times as fast as its grade, its melting range moved by so many °C. */
export function shifted(adhesive: Adhesive, rateFactor: number, meltShiftC: number): Adhesive {
  if (rateFactor === 1 && meltShiftC === 0) return adhesive
  return {
    ...adhesive, holdS: adhesive.holdS / rateFactor, meltC: [adhesive.meltC[0] + meltShiftC, adhesive.meltC[1] + meltShiftC],
    windowC: [adhesive.windowC[0] + meltShiftC, adhesive.windowC[1] + meltShiftC],
  }
}
