/** Where a sole is set down so that no part of a piece is missed. */
export { bearingOutline, printed, soleOutline, type SoleShape } from './sole'
export { coverPiece, inOrder, proveCover } from './cover'
