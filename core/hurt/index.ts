/** What the heat, the water and the weight did to the cloth. */
export { doseAlong, doseRatePerS } from './dose'
export { harmAlong, hurtOf, worstOf, type HurtFlag, type HurtInput, type HurtKind } from './hurt'
