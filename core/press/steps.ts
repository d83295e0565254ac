import { LAY_S } from '../heat'
import { leftAloneS, TURN_S, type Recipe, type Side } from '../recipe'

export type StepKind = 'warm' | 'lay' | 'down' | 'turn' | 'cool'
/** One step of pressing a piece, and how long the recipe gives it, s; a hold says which sole print it is. */
export interface Step { kind: StepKind, forS: number, side: Side, pass: number, placement: number }

/** A place that the sole missed on one side: it is pressed again before that side is left. */
export interface Missed { pass: number, placement: number }

/**
 * The steps of a recipe, in the order of the hands: warmed and laid up once, every print of the first side, turned, every print of
 * the second, left to go cold.
 * @param prints how many positions of the sole cover the piece; a swatch takes one
 */
export function stepsOf(recipe: Recipe, placements = 1, missed: readonly Missed[] = []): Step[] {
  const steps: Step[] = []
  if (recipe.warmS > 0)
    steps.push(
      { kind: 'warm', forS: recipe.warmS, side: recipe.firstSide, pass: 0, placement: 0 },
      { kind: 'lay', forS: LAY_S, side: recipe.firstSide, pass: 0, placement: 0 },
    )
  for (let pass = 0; pass < recipe.passes; pass++) {
    const side = pass === 0 ? recipe.firstSide : recipe.firstSide === 'back' ? 'face' : 'back'
    if (pass > 0) steps.push({ kind: 'turn', forS: TURN_S, side, pass, placement: 0 })
    const forS = pass > 0 ? recipe.secondS ?? recipe.holdS : recipe.holdS
    const again = missed.filter(m => m.pass === pass).map(m => m.placement)
    // Touches at one place follow each other: their heat adds up.
    const all = [...Array(placements).keys()].flatMap(p => Array<number>(recipe.touches ?? 1).fill(p))
    for (const placement of [...all, ...again]) steps.push({ kind: 'down', forS, side, pass, placement })
  }
  steps.push({ kind: 'cool', forS: leftAloneS(recipe), side: recipe.firstSide, pass: recipe.passes - 1, placement: 0 })
  return steps
}
