/** Which way of pressing bonds without hurting, and why. */
export * from './recipe'
export { evaluate, phasesOf, soleOf, TURN_S, type EvaluateOptions, type Outcome } from './evaluate'
export { MIST_GSM, type Bar } from './methods'
export { bestOf, BOND_WANTED, draftRecipe, HARM_ALLOWED, LONGEST_HOLD_S, searchMethod, searchRecipes, type Blocked, type Found, type Margins, type MethodAnswer, type SearchOptions } from './search'
export { courseOf, type Course, type LayerCourse } from './digest'
export { findOpeners, type Opener } from './open'
