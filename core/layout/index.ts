/** Pieces on the width of a roll: the layout, its bound, its check, what is left of the roll, and how it is chalked. */
export { turnsOf, type Grain, type LayoutPiece } from './piece'
export { firstLayout, improveLayout, type Layout, type LayoutTask } from './search'
export { boundMm } from './bound'
export { laidOutline, layoutFaults, type LayoutFault } from './check'
export { canHoldSquare, fitOnOffcuts, leftOver, type Offcut, type OffcutPlacement } from './offcuts'
export { chalkMarks } from './chalk'
export { buttStrips, pieceFrom } from './butt'
export { cutStrip } from './strips'
