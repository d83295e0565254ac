import { bondOf, gradeOf, shifted } from '../bond'
import { ADHESIVES, type AdhesiveGrade, type AdhesiveKey } from '../materials'
import type { Lot, SupplyInput } from '../stack'
import { INSTRUCTIONS_BOND, pressReference } from './reference'
import { TYPICAL_INSTRUCTIONS, type Instructions } from './typical'

/** What a supply's own sheet says; null where it is silent. */
export interface MakerFigures {
  soleC: number | null
  holdS: number | null
  moisture: Instructions['moisture'] | null
  pressureKPa: number | null
  /** Written for irons or for presses, where it says so. */
  grade: AdhesiveGrade | null
}

/** From this pressure on a sheet speaks of a press, kPa. */
const PRESS_FROM_KPA = 10
/** A lot is taken to be no more than so many times slower or quicker than its grade, and to melt no further from it, °C. */
export const LOT_RATE: readonly [number, number] = [0.3, 4]
export const LOT_SHIFT_C = 15
const SHIFT_STEP_C = 0.5

/** Irons or presses: as the sheet says, else by its pressure, else for irons, as what is sold by the metre. */
export const gradeOfMaker = (s: Pick<MakerFigures, 'grade' | 'pressureKPa'> | null): AdhesiveGrade =>
  s?.grade ?? (s?.pressureKPa != null && s.pressureKPa >= PRESS_FROM_KPA ? 'press' : 'hand')

/**
 * The maker's figures as instructions: its own figures, and the typical ones of its grade where it is silent on moisture, press cloth,
 * pressure and side. Null without seconds or temperature: then there is nothing to be worked out.
 */
export function instructionsOf(key: AdhesiveKey, sheet: MakerFigures): Instructions | null {
  if (sheet.soleC === null || sheet.holdS === null) return null
  const typical = TYPICAL_INSTRUCTIONS[key][gradeOfMaker(sheet)] ?? TYPICAL_INSTRUCTIONS[key].press!
  return {
    ...typical, soleC: sheet.soleC, holdS: sheet.holdS, moisture: sheet.moisture ?? typical.moisture,
    pressureKPa: sheet.pressureKPa ?? typical.pressureKPa,
  }
}

/** What a sheet says of its lot. */
export type LotReading
  = | { state: 'typical' }
  /** No seconds or no temperature on it: nothing can be worked out from it. */
    | { state: 'incomplete', missing: 'holdS' | 'soleC' | 'both' }
    | { state: 'fits', instructions: Instructions, lot: Lot }
  /** Its recipe cannot have bonded this adhesive, or would have overdone it far: nothing is bent to it. */
    | { state: 'contradicts', instructions: Instructions, why: 'tooCool', peakC: number, meltC: number }
    | { state: 'contradicts', instructions: Instructions, why: 'tooSlow' | 'tooQuick', rateFactor: number }

const known = new Map<string, LotReading>()
const MOST_KNOWN = 2000

/**
 * Reads a lot's speed, and its melting where the glue line never got there, off its sheet: the sheet's recipe on the reference
 * fabric must give a bond of 1.25. Within ×0.3–×4 and ±15 °C of its grade; beyond, the sheet contradicts its adhesive. Answers are kept.
 */
export function readLot(
  supply: Pick<SupplyInput, 'massGsm' | 'thicknessMm' | 'base' | 'adhesiveGsm'> & { adhesive: AdhesiveKey }, sheet: MakerFigures | null,
): LotReading {
  if (!sheet || (sheet.soleC === null && sheet.holdS === null)) return { state: 'typical' }
  const instructions = instructionsOf(supply.adhesive, sheet)
  if (!instructions) return { state: 'incomplete', missing: sheet.holdS === null ? 'holdS' : 'soleC' }
  const grade = gradeOfMaker(sheet)
  const asked = JSON.stringify([supply.adhesive, supply.massGsm, supply.thicknessMm, supply.base, supply.adhesiveGsm, grade, instructions])
  const before = known.get(asked)
  if (before) return before
  if (known.size >= MOST_KNOWN) known.clear()
  const reading = work(supply, instructions, grade)
  known.set(asked, reading)
  return reading
}

function work(supply: Parameters<typeof readLot>[0], instructions: Instructions, grade: AdhesiveGrade): LotReading {
  const run = pressReference(instructions, supply.adhesive, supply)
  const usual = gradeOf(supply.adhesive, grade)
  const factorAt = (shiftC: number) => INSTRUCTIONS_BOND / Math.max(1e-9, bondOf(run, shifted(usual, 1, shiftC)).final)
  const { peakC } = bondOf(run, usual)
  let meltShiftC = 0, rateFactor = factorAt(0)
  // Only a glue line that never reached the melting range speaks of another melting; the least shift that will do is taken.
  while (rateFactor > LOT_RATE[1] && peakC < ADHESIVES[supply.adhesive].meltC[0] && meltShiftC > -LOT_SHIFT_C) {
    meltShiftC -= SHIFT_STEP_C
    rateFactor = factorAt(meltShiftC)
  }
  if (rateFactor <= LOT_RATE[1] && rateFactor >= LOT_RATE[0]) return { state: 'fits', instructions, lot: { rateFactor, meltShiftC } }
  if (rateFactor < LOT_RATE[0]) return { state: 'contradicts', instructions, why: 'tooQuick', rateFactor }
  return peakC < ADHESIVES[supply.adhesive].meltC[0]
    ? { state: 'contradicts', instructions, why: 'tooCool', peakC, meltC: ADHESIVES[supply.adhesive].meltC[0] }
    : { state: 'contradicts', instructions, why: 'tooSlow', rateFactor }
}

/** The lot to compute with: nothing is changed where the sheet is silent, incomplete or contradicts. */
export const lotOf = (reading: LotReading): Lot => reading.state === 'fits' ? reading.lot : { rateFactor: 1, meltShiftC: 0 }
