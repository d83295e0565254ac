/** What this workroom's own swatches teach: parameters with their spread, why one peeled, and which recipes are proved. */
export { bondAtGrade, expectedGrade, FULL_BOND_PEEL_N50, gradeResidual, judgingLogLikelihood, type Judged } from './observe'
export { bondTable } from './table'
export { learn, quantilesOver, type Learned, type LearnResult, type Lesson } from './learn'
export { peelForceN50, simulatePull, type Pull } from './peel'
export { simulateWorkroom } from './simulate'
export { learnFrom, lessonOf, rebased, type PressedSwatch } from './lesson'
export { explainPressed, type Cause, type Explanation, type Pressed, type Suspect } from './why'
export {
  changesBetween, hasPassed, PASS_GRADE, leadingSwatch, proofOf, type ProofChange, type ProofGround, type ProofState, type ProofSwatch,
} from './proof'
