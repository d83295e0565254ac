import type { PressPhase, SwatchPressing, Step, StepKind } from '#core/press'
import type { Method, Recipe } from '#core/recipe'
import { METRIC, type DisplayUnits } from '#core/units'
import { DAMAGE_NAME, seconds } from './names'
import { celsius } from './measure'

/** What to do now. */
export function orderWords(
  phase: PressPhase, step: Step | null, over: boolean, s: Pick<SwatchPressing, 'recipe' | 'placements' | 'interrupted'>,
): string {
  const { recipe, placements, interrupted } = s
  if (phase === 'judge') return 'Cold: grade it'
  if (phase === 'ready' || !step)
    return recipe.warmS > 0 ? 'Lay out the fabric alone, then press' : 'Lay the layers, then press'
  if (interrupted) return 'Interrupted: press again in the same place'
  const placement = placements > 1 ? `, position ${step.placement + 1}` : ''
  switch (step.kind) {
    case 'warm':
      return over ? 'Lift' : 'Warm the fabric'
    case 'lay':
      return 'Lay the interfacing and the press cloth on'
    case 'down':
      if (over) return 'Lift'
      if (step.pass > 0) return `Second side${placement}: hold still`
      return recipe.lean === 'lean' ? `Press firmly, hold still${placement}` : `Hold still${placement}`
    case 'turn':
      return `Turn it over${recipe.method === 'dryMist' ? ', spray it lightly, cover it' : ''}${over ? ', then set down' : ''}`
    case 'cool':
      return over ? 'Cold: grade it' : 'Cool flat under the clapper. Do not move it'
  }
}

/** What the one key does next. */
export const keyWords = (kind: StepKind | null, interrupted: boolean): string =>
  interrupted
    ? 'press again'
    : ({ warm: 'lift', lay: 'set down', turn: 'set down', down: 'lift', cool: 'it is cold' } as const)[kind ?? 'lay']

/** What follows this step; null without one. */
export function followingWords(next: Step | undefined, method: Method = 'dry'): string {
  if (!next) return 'grade the edge'
  switch (next.kind) {
    case 'warm':
      return 'warm the fabric'
    case 'lay':
      return 'lift, lay the interfacing and the press cloth on'
    case 'down':
      return `set down, ${seconds(next.forS)}`
    case 'turn':
      return method === 'dryMist' ? 'lift, turn it over, spray it' : 'lift, turn it over'
    case 'cool':
      return `lift, flat under the clapper for ${seconds(next.forS)}`
  }
}

/** How a piece is laid up, in the order of the hands. */
export function layUpWords(
  { warmS, method }: Pick<Recipe, 'warmS' | 'method'>, names: { fabric: string, supply: string, pressCloth: string | null }, side: string,
): string[] {
  return [
    warmS > 0 ? `First ${names.fabric} alone, ${names.pressCloth?.toLowerCase() ?? 'bare'}, ${seconds(warmS)}` : '',
    `${names.supply}: adhesive side to the wrong side of ${names.fabric}`,
    method === 'mist' || method === 'mistSteam' ? 'Mist the fabric lightly' : method === 'damp' ? 'Wring the press cloth out well' : '',
    `${names.pressCloth ?? 'No press cloth'} on top, ${side}`, 'Do not slide: press, hold, lift',
  ].filter(Boolean)
}

/** Harm that begins while the sole stays down. */
export const harmSoonWords = (kind: keyof typeof DAMAGE_NAME, inS: number): string =>
  inS > 0 ? `${DAMAGE_NAME[kind]} begins in ${Math.ceil(inS)} s` : `${DAMAGE_NAME[kind]} has begun: lift now`

/** A sole that is not where the recipe wants it, said before it is set down and while it is. */
export function soleSentence(
  sole: { c: number, shutOff: boolean, readyInS: number | null }, down: boolean, units: DisplayUnits = METRIC,
): string {
  const at = celsius(sole.c, units)
  if (sole.shutOff) return `The iron switched itself off and is at ${at}. Pick it up and let it heat.`
  const wait = sole.readyInS === null ? '' : `, ready in ${seconds(sole.readyInS)}`
  return down ? `The iron is at ${at}${wait}: press longer.` : `The iron is at ${at}${wait}. If you press now, press longer.`
}

/** How a piece lies that was taken off the iron. */
export const lyingState = (p: { phase: PressPhase, leftS: number }): string =>
  p.phase === 'judge' ? 'to grade' : p.leftS > 0 ? `cooling ${seconds(Math.ceil(p.leftS))}` : 'cold'
export const lyingWords = (p: { fabricName: string, phase: PressPhase, leftS: number }): string => `${p.fabricName}: ${lyingState(p)}`
