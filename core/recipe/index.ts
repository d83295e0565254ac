/** Which way of pressing bonds without hurting, and why. */
export * from './recipe'
export {
  bondAtHold, evaluate, evaluateAlong, harmAtHold, holdPath, holdReaching, phasesOf, adhesiveOf, turnOf, TURN_S,
  type EvaluateOptions, type Outcome,
} from './evaluate'
export {
  allowedSettings, bearingOf, isSteamed, moistureOf, pressureOf, SETTING_TOLERANCE_C, sheetOf, warmingS,
} from './methods'
export { BOND_WANTED, HARM_ALLOWED, type Blocked, type Found, type MethodAnswer, type SearchOptions } from './answer'
export { draftRecipe } from './drafts'
export { bestOf, MOST_MARGIN_C, searchMethod, searchRecipes } from './search'
export { heldFor } from './holds'
export { COARSE, LONGEST_HOLD_S } from './span'
export { roomPoints, scoreParts, secondsCost, totalOf, type Margins, type ScorePart, type ScorePartKey } from './score'
export { asMakerSays, carryOver, makerRecipe, type CarriedOver, type CarriedStep, type Difference } from './sheet'
export { asTested } from './tested'
export { CLAPPER_LEAST_S, coolingOf, HANDLED_C, leftAloneS, withCooling } from './cooling'
export { isStackWay, throughStack, type StackShort, type StackWay } from './throughStack'
export { searchTack, TACK_BOND, type Tack } from './tack'
export { choosableOf, chooseRecipe, chooseWay, sideBySide, usualFirst, whyNone, type Choosable } from './choose'
export { courseOf, type Course } from './digest'
export { findOpeners, type Opener, type OwnIron } from './open'
export { settingAt } from './setting'
