/** What the heat, the water and the weight did to the fabric. */
export { doseRatePerS, overStep } from './dose'
export { harmAlong, damageOf, heatHarmAlong, type DamageFlag, type DamageInput, type DamageKind } from './damage'
