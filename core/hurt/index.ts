/** What the heat, the water and the weight did to the cloth. */
export { doseRatePerS } from './dose'
export { harmAlong, hurtOf, type HurtFlag, type HurtInput, type HurtKind } from './hurt'
