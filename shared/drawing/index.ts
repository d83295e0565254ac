/** What drawings in any format have in common once they are read. */
export { piecesOfRings, usableRing, type OutlineNote } from './ring'
export { keptMarks, MOST_MARKS, plainPiece, type DrawnPiece, type NamedOutline } from './piece'
