/** Heat and water through the stack under the sole. */
export * from './layer'
export * from './sole'
export { conductivityOf, dryResistanceM2KW, fibreShare, thicknessUnderMm } from './give'
export { boundBoilsC } from './sorption'
export { driedS, firstAtS, givenUpS } from './dry'
export { LAY_S, runProgramme, type Phase, type RunOptions } from './programme'
export type { LayerTrace, MarkKind, Transient } from './recorder'
export { comesToS, energyGap, freeWaterGsm, layerOf, stepAt, timeHeldS, timeToReachS, valueAt } from './read'
