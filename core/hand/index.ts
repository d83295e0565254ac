/** How cloth hangs and folds. */
export { bendingLengthMm, chordDeg, hangingStrip, peirceLengthMm, STEEPEST_DEG, type HangingStrip } from './overhang'
