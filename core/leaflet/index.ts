/** The leaflet is a measurement: what makers print, the cloth it was pressed on, and what it says of a lot. */
export { TYPICAL_LEAFLETS, TYPICAL_TACK, USUAL_SUPPLY, WEIGHT_KPA } from './typical'
export { LEAFLET_BOND, pressReference, REFERENCE_CLOTH, referenceBond } from './reference'
export { CASES, shouldShow, type Figure } from './trade'
export { gradeOfSheet, leafletOf, LOT_RATE, LOT_SHIFT_C, lotOf, readLot, type LotReading, type SheetFigures } from './lot'
