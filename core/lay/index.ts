/** Pieces on the width of a roll: the lay, its bound, its check, what is left of the roll, and how it is chalked. */
export { turnsOf, type Grain, type LayPiece } from './piece'
export { firstLay, improveLay, type Lay, type LayTask, type Placement } from './search'
export { boundMm } from './bound'
export { laidOutline, layFaults, type LayFault } from './check'
export { holdsSquare, KEPT_SQUARE_MM, layOnOffcuts, leftOver, type Offcut, type OffcutPlacement } from './offcuts'
export { chalkMarks, type ChalkMark } from './chalk'
export { buttStrips, type Strip } from './butt'
