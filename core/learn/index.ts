/** What this workroom's own swatches teach: parameters with their spread, why one peeled, and which recipes are proved. */
export { expectedGrade, FULL_BOND_PEEL_N50, gradeResidual, judgingLogLikelihood, type Judged } from './observe'
export { bondTable, type BondTable } from './table'
export { learn, LEARNED, quantilesOver, type Learned, type LearnResult, type Lesson, type Shift } from './learn'
export { peelForceN50, simulatePull, type Pull } from './peel'
export { simulateWorkroom, type Simulated } from './simulate'
export { holdsGiven, phasesDone, type PressEvent } from './replay'
export { explainPressed, type Cause, type Explanation, type Pressed } from './why'
export { changesBetween, hasPassed, PASS_GRADE, proofOf, type ProofChange, type ProofGround, type ProofState, type ProofTrial } from './proof'
