/** The maker's instructions are a measurement: what makers print, the fabric it was pressed on, and what it says of a lot. */
export { TYPICAL_INSTRUCTIONS, TYPICAL_TACK, USUAL_SUPPLY, WEIGHT_KPA } from './typical'
export { INSTRUCTIONS_BOND, pressReference, REFERENCE_FABRIC, referenceBond } from './reference'
export { CASES, shouldShow, type Figure } from './trade'
export { gradeOfMaker, instructionsOf, LOT_RATE, LOT_SHIFT_C, lotOf, readLot, type LotReading, type MakerFigures } from './lot'
