/** The safe window: how likely a bond and harm are over dial temperature and hold, when not everything is known precisely. */
export { latinHypercube } from './hypercube'
export { draw, knowledgeOf, optionsOf, TYPICAL_KNOWLEDGE, UNKNOWNS, type Knowledge, type Unknown } from './unknowns'
export { countDrawings, type Count, type CountTask } from './count'
export { alongHolds, pointAt, pointsOf, SKETCH, type WindowQuestion } from './drawing'
export {
  chanceAt, createMap, firstPictureTasks, holdsOf, isSafe, MAP_FROM_C, MAP_TO_C, nearestToSafe, pinMargins, safestPlace, samplesFor,
  solesOf, SURE, tasksOf, type PinMargins, type WindowMap,
} from './map'
export { planScraps, type PlannedScrap } from './plan'
export { runMap, type Counter, type Part } from './runner'
export { firstOrder, sensitivityOf, type Sensitivity } from './sensitivity'
