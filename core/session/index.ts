/** A whole job under the iron: what is to be done, what happened, what comes next, and what it says afterwards. */
export {
  handS, handWords, hasEdgeToTry, isByHand, isUntimed, liesAs, OPERATION_KINDS, OPERATIONS, type OperationKind,
} from './kinds'
export { operationsOf, type MadeOperation, type PressedPiece } from './make'
export { boardSeconds, restSeconds, type PlannedOperation } from './work'
export {
  counted, foldSession, openPlacements, lastUndoable, type EdgeFound, type OpState, type SessionEvent, type SessionState,
} from './state'
export {
  isPreshrink, MOST_PLACEMENTS, preshrinkRecipe, touchesAlong, touchesInRows, touchesOver,
} from './preshrink'
export { placeStates, whatFollows, type PlaceState, type Then } from './places'
export { isDue, nextOperation, nextStep, type NextStep } from './next'
export {
  coolingAt, isAnyDown, isHeldElsewhere, isIronElsewhere, isPressed, operationBefore, operationInstead,
} from './hand'
export { bondOfPressing, placementEvents } from './touch'
export { restOfIron, warningsAt, type Warning } from './irons'
export { reviewSession, type RecipeVerdict } from './review'
export { skewOf } from './skew'
export { soleAsks, waterFault, type SoleAsks, type Water, type WaterFault } from './care'
