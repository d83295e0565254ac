import { fabricLimit } from '../limit'
import type { EvaluateOptions } from './evaluate'
import { barOf } from './methods'
import type { PressSetup, Recipe } from './recipe'
import type { Margins } from './score'
import { ladderOf } from './holds'
import { HARM_ALLOWED, type MethodAnswer, type SearchOptions } from './answer'
import { exactRun, withRoom } from './search'
import { COARSE, firstWhole, LONGEST_HOLD_S } from './span'
import { touchesToBond } from './touches'

/**
 * The answer of the method that own swatches tested: their recipe as it is, with what it comes to here and the room about it, in place
 * of one worked out. Barred like any other where the method may not be used on this setup at all.
 */
export function asTested(setup: PressSetup, tested: Recipe, options: SearchOptions = {}): MethodAnswer {
  const answer = { way: tested.method, method: tested.method, found: null, runnerUp: null, attempt: null }
  const bar = barOf(tested.method, setup, fabricLimit(setup.fabric, setup.blendRule, setup.evidence), options.soleOffsetC)
  if (bar) return { ...answer, blocked: bar }
  const exact = exactRun(setup, tested, options)
  return { ...answer, found: withRoom(setup, exact, secondsAbout(setup, tested, options), options), blocked: null }
}

/** Whole seconds that a recipe may be shorter and still bond, and longer and not hurt, as far as any recipe is held; 0 where none. */
function secondsAbout(setup: PressSetup, recipe: Recipe, options: EvaluateOptions): Pick<Margins, 'lessS' | 'moreS'> {
  const coarse = { ...options, ...COARSE }, { holdS } = recipe
  if (recipe.touches !== undefined) {
    const span = touchesToBond(setup, recipe, { bond: 1, harm: HARM_ALLOWED }, coarse)
    const roomS = (touches: number) => Math.max(0, touches) * holdS
    return { lessS: span ? roomS(recipe.touches - span.least) : 0, moreS: span ? roomS(span.most - recipe.touches) : 0 }
  }
  const longestS = Math.max(LONGEST_HOLD_S, holdS)
  // As where recipes are looked for: what flows on under the clapper is to spare.
  const { bondAt, harmAt } = ladderOf(setup, { ...recipe, holdS: longestS, coolS: 0, tableS: 0 }, coarse)
  const isBonded = (s: number) => bondAt(s) >= 1, isHurt = (s: number) => harmAt(s) > HARM_ALLOWED
  return {
    lessS: isBonded(holdS) ? holdS - firstWhole(1, holdS, isBonded) : 0,
    moreS: isHurt(holdS) ? 0 : (isHurt(longestS) ? firstWhole(holdS, longestS, isHurt) - 1 : longestS) - holdS,
  }
}
