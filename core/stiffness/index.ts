/** How fabric hangs and folds, alone and fused. */
export { bendingLengthMm, chordDeg, hangingStrip, peirceLengthMm } from './overhang'
export { loopBendingLengthMm, pearLoop, peirceLoopLengthMm, WEIGHTLESS_PEAR } from './loop'
export {
  bendingOfRigidityMm, compositeBendingMm, compositeLimits, couplingFrom, adhesiveCoverage, rigidityUNm, typicalCoupling, type Ply,
} from './composite'
export { STIFFNESS_FROM_MM, stiffnessOf, stiffnessRangeMm, stiffnessAway, STIFFNESSES, type Stiffness } from './stiffness'
export { smallestFoldMm } from './fold'
