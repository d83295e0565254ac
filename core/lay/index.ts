/** Pieces on the width of a roll: the lay, its bound, its check, what is left of the roll, and how it is chalked. */
export { turnsOf, type Grain, type LayPiece } from './piece'
export { firstLay, improveLay, type Lay, type LayTask } from './search'
export { boundMm } from './bound'
export { laidOutline, layFaults, type LayFault } from './check'
export { holdsSquare, layOnOffcuts, leftOver, type Offcut, type OffcutPlacement } from './offcuts'
export { chalkMarks } from './chalk'
export { buttStrips } from './butt'
export { cutStrip } from './strips'
