/** Pressing by the clock: the steps, what happened, and what is happening to the glue line meanwhile. */
export { stepsOf, type Step, type StepKind } from './steps'
export {
  again, doubted, doubtOf, elapsedS, newPressing, next, phaseOf, restLater, stepOf, stepsIn, touch,
  type Doubt, type PressEvent, type PressPhase, type SwatchPressing,
} from './pressing'
export { followSole, plannedBond, soleReadings, type Alongside, type Follow } from './alongside'
export { eventsOfPlacement, givenHoldsS, phasesDone } from './done'
export { dueOn, frontOf, happen, ironBusyWith, type BoardEvent, type BoardPiece } from './board'
