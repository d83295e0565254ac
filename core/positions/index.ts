/** Where a sole is set down so that no part of a piece is missed. */
export { bearingOf, bearingOutline, printed, soleOutline, TIP, type SolePlacement, type SoleShape } from './sole'
export { coverPiece, inOrder, proveCoverage, whyMany, type Coverage, type CoverageQuestion, type Walk } from './coverage'
export { movingShare } from './moving'
