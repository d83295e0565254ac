/** How cloth hangs and folds, alone and fused. */
export { bendingLengthMm, chordDeg, hangingStrip, peirceLengthMm } from './overhang'
export { loopBendingLengthMm, pearLoop, peirceLoopLengthMm, WEIGHTLESS_PEAR } from './loop'
export {
  bendingOfRigidityMm, compositeBendingMm, compositeLimits, couplingFrom, resinCover, rigidityUNm, typicalCoupling, type Ply,
} from './composite'
export { HAND_FROM_MM, handOf, handRangeMm, handsAway, HANDS, type Hand } from './hand'
export { smallestFoldMm } from './fold'
