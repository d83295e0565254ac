/** A whole job under the iron: what is to be done, what happened, what comes next, and what it says afterwards. */
export { operationsOf, type MadeOperation, type OperationKind, type PressedPiece } from './make'
export { asksEdge, boardSeconds, HAND_S, isByHand, restSeconds, type RunWork } from './work'
export {
  counted, foldRun, openPrints, takableBy, type EdgeFound, type OpState, type RunEvent, type RunState,
} from './state'
export { isDue, nextOperation, nextStep, type NextStep } from './next'
export { bondSession, printEvents } from './touch'
export { restOfIron, warningsAt, type Warning } from './irons'
export { reviewRun, type RecipeVerdict } from './review'
export { skewOf } from './skew'
export { soleAsks, waterFault, type SoleAsks, type Water, type WaterFault } from './care'
