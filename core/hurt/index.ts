/** What the heat, the water and the weight did to the cloth. */
export { doseOf, doseRatePerS } from './dose'
export { hurtOf, worstOf, type HurtFlag, type HurtInput, type HurtKind } from './hurt'
