/** Which way of pressing bonds without hurting, and why. */
export * from './recipe'
export { evaluate, holdPath, phasesOf, resinOf, soleOf, TURN_S, type EvaluateOptions, type HoldPath, type Outcome } from './evaluate'
export { allowedStops, MIST_GSM, pressureOf, type Bar } from './methods'
export { bestOf, BOND_WANTED, COARSE, draftRecipe, HARM_ALLOWED, LONGEST_HOLD_S, searchMethod, searchRecipes, type Blocked, type Found, type Margins, type MethodAnswer, type SearchOptions } from './search'
export { courseOf, type Course, type LayerCourse } from './digest'
export { findOpeners, type Opener } from './open'
