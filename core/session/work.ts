import { LAY_S } from '../heat'
import { TURN_S, type Recipe } from '../recipe'
import { handS, type OperationKind } from './kinds'

/** One thing of a session as it is pressed: how, with which iron, in how many positions. It stays so while the session lasts. */
export interface PlannedOperation {
  id: string
  kind: OperationKind
  needs: readonly string[]
  /** Null for what the hands do by themselves. */
  recipe: Recipe | null
  ironId: string | null
  /** Positions a side. */
  placements: number
}

/** From one position to the next, s. Typical. */
const MOVE_S = 3
/** How long the hands are at all of it, s: warming, laying up, every position of every side with the way to the next, turning. */
export function boardSeconds({ kind, recipe, placements }: Pick<PlannedOperation, 'kind' | 'recipe' | 'placements'>): number {
  if (!recipe) return handS(kind)
  const warm = recipe.warmS > 0 ? placements * (recipe.warmS + MOVE_S) + LAY_S : 0
  const second = recipe.passes === 2 ? placements * ((recipe.secondS ?? recipe.holdS) + MOVE_S) + TURN_S : 0
  return warm + placements * (recipe.holdS + MOVE_S) + second + recipe.coolS
}

/** What of a hold's seconds makes it a touch at all; a shorter one is pressed again. */
export const TOUCH_SHARE = 0.5

/** Seconds that a hold of a pass is meant to last; pass -1 warms. */
export const holdOf = (recipe: Recipe, pass: number): number =>
  pass < 0 ? recipe.warmS : pass === 0 ? recipe.holdS : (recipe.secondS ?? recipe.holdS)

/** What is left of it for the hands, s. @param pass the side it is at, @param open positions of that side still to be given */
export function restSeconds(work: PlannedOperation, pass: number, open: number): number {
  const { recipe, placements } = work
  if (!recipe) return boardSeconds(work)
  let s = open * (holdOf(recipe, pass) + MOVE_S) + recipe.coolS
  if (pass < 0) s += LAY_S + placements * (recipe.holdS + MOVE_S)
  if (pass < 1 && recipe.passes === 2) s += TURN_S + placements * (holdOf(recipe, 1) + MOVE_S)
  return s
}
