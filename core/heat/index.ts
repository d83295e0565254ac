/** Heat and water through the stack under the sole. */
export * from './layer'
export * from './sole'
export { runProgramme, type Phase, type Programme, type RunOptions } from './programme'
export type { LayerTrace, MarkKind, Transient } from './recorder'
export { energyGap, freeWaterGsm, layerOf, stepAt, timeHeldS, timeToReachS, valueAt } from './read'
