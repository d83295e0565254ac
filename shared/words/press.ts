import type { PressPhase, PressSession, Step, StepKind } from '#core/press'
import type { Recipe } from '#core/recipe'
import { METRIC, type DisplayUnits } from '#core/units'
import { celsius, HURT_NAME, seconds } from './names'

/** What the hands are told now. */
export function orderWords(
  phase: PressPhase, step: Step | null, over: boolean, s: Pick<PressSession, 'recipe' | 'prints' | 'interrupted'>,
): string {
  const { recipe, prints, interrupted } = s
  if (phase === 'judge') return 'Cold: judge it'
  if (phase === 'ready' || !step)
    return recipe.warmS > 0 ? 'Lay the cloth out by itself, then set the iron down' : 'Lay it up, then set the iron down'
  if (interrupted) return 'Interrupted: set down again where it was'
  const print = prints > 1 ? `, print ${step.print + 1}` : ''
  switch (step.kind) {
    case 'warm':
      return over ? 'Lift' : 'Warm the cloth'
    case 'lay':
      return 'Lay the backing and the cover on'
    case 'down':
      if (over) return 'Lift'
      if (step.pass > 0) return `Second side${print}: hold still`
      return recipe.lean === 'lean' ? `Lean, hold still${print}` : `Hold still${print}`
    case 'turn':
      return `Turn it over${over ? ', then set down' : ''}`
    case 'cool':
      return over ? 'Cold: judge it' : 'Cooling flat under the clapper. Do not handle'
  }
}

/** What the one key does next. */
export const keyWords = (kind: StepKind | null, interrupted: boolean): string =>
  interrupted
    ? 'set down again'
    : ({ warm: 'lift', lay: 'set down', turn: 'set down', down: 'lift', cool: 'it is cold' } as const)[kind ?? 'lay']

/** What follows this step; null without one. */
export function followingWords(next: Step | undefined): string {
  if (!next) return 'judge the edge'
  switch (next.kind) {
    case 'warm':
      return 'warm the cloth'
    case 'lay':
      return 'lift, lay the backing and the cover on'
    case 'down':
      return `set down, ${seconds(next.forS)}`
    case 'turn':
      return 'lift, turn it over'
    case 'cool':
      return `lift, flat under the clapper for ${seconds(next.forS)}`
  }
}

/** How a piece is laid up, in the order of the hands. */
export function layUpWords(
  { warmS, method }: Pick<Recipe, 'warmS' | 'method'>, names: { cloth: string, supply: string, cover: string | null }, side: string,
): string[] {
  return [
    warmS > 0 ? `First ${names.cloth} alone, ${names.cover?.toLowerCase() ?? 'bare'}, ${seconds(warmS)}` : '',
    `${names.supply}: resin side to the wrong side of ${names.cloth}`,
    method === 'mist' ? 'Mist the cloth lightly' : method === 'damp' ? 'Wring the cover out well' : '',
    `${names.cover ?? 'No cover'} on top, ${side}`, 'No sliding: down, hold, lift',
  ].filter(Boolean)
}

/** Harm that begins while the sole stays down. */
export const harmSoonWords = (kind: keyof typeof HURT_NAME, inS: number): string =>
  inS > 0 ? `${HURT_NAME[kind]} begins in ${Math.ceil(inS)} s` : `${HURT_NAME[kind]} has begun: lift now`

/** A sole that is not where the recipe wants it, said before it is set down and while it is. */
export function soleSentence(
  sole: { c: number, shutOff: boolean, readyInS: number | null }, down: boolean, units: DisplayUnits = METRIC,
): string {
  const at = celsius(sole.c, units)
  if (sole.shutOff) return `The iron has shut itself off: the sole is at ${at}. Pick it up and let it warm.`
  const wait = sole.readyInS === null ? '' : `, ready in ${seconds(sole.readyInS)}`
  return down ? `The sole is at ${at}${wait}: it takes longer.` : `The sole is at ${at}${wait}. Set down now, it takes longer.`
}

/** How a piece lies that was taken off the iron. */
export const lyingState = (p: { phase: PressPhase, leftS: number }): string =>
  p.phase === 'judge' ? 'to judge' : p.leftS > 0 ? `cooling ${seconds(Math.ceil(p.leftS))}` : 'cold'
export const lyingWords = (p: { clothName: string, phase: PressPhase, leftS: number }): string => `${p.clothName}: ${lyingState(p)}`
