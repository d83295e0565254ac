/** Where a sole is set down so that no part of a piece is missed. */
export { bearingOf, bearingOutline, printed, soleOutline, TIP, type Print, type SoleShape } from './sole'
export { coverPiece, inOrder, proveCover, whyMany, type Cover, type CoverQuestion, type Walk } from './cover'
export { movingShare } from './moving'
