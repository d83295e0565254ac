import {
  handWords, liesAs, OPERATION_KINDS, OPERATIONS, type EdgeFound, type NextStep, type OperationKind, type RecipeVerdict, type SoleAsks,
  type Then, type Warning, type Water, type WaterFault,
} from '#core/session'
import type { Method, Recipe } from '#core/recipe'
import { isHovering } from '#core/seam'
import { METRIC, type DisplayUnits } from '#core/units'
import type { Waits } from '../planned'
import type { KeepOutKind, RecipePayload, Standing } from '../schemas'
import { stuckRefusal } from './mend'
import { METHOD_NAME, seconds } from './names'
import { blockedSentence, coolingWords } from './recipe'
import { hemRefusal } from './seam'
import { celsius, dayWords, lengthWords, patchWords, timeWords } from './measure'

/** What is done, in a word. */
export const OPERATION_NAME = Object.fromEntries(OPERATION_KINDS.map(kind => [kind, OPERATIONS[kind].name])) as Record<
  OperationKind, string>
/** How far its recipe is to be trusted. */
export const STANDING_WORDS: Record<Standing, string> = {
  proved: 'proved', held: 'held, not washed yet', stale: 'proved on another setup', estimated: 'estimated', hands: 'by hand',
}
export const KEEP_OUT_NAME: Record<KeepOutKind, string> = { button: 'Button', zip: 'Zip', seam: 'Thick seam', other: 'Something else' }
export const EDGE_NAME: Record<EdgeFound, string> = { holds: 'holds', nail: 'a nail starts it', lifts: 'lifts' }
export const WATER_NAME: Record<Water, string> = { none: 'Nothing, it is dry', tap: 'Tap water', distilled: 'Distilled water' }

/** Minutes and seconds as a clock shows them. */
export function clockWords(s: number): string {
  const whole = Math.round(Math.max(0, s))
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}
/** A time of day. */
export const timeOfDay = (ms: number, units: DisplayUnits = METRIC): string => timeWords(ms, units)

/** How many positions, and against what. */
export function coverageSentence(c: { placements: number, tips: number, bound: number, covered: number }): string {
  const tips = c.tips > 0 ? ` and ${c.tips} with the tip` : ''
  const share = `${(Math.floor(c.covered * 10_000) / 100).toFixed(c.covered > 0.99995 ? 0 : 2)} %`
  return `${c.placements - c.tips} position${c.placements - c.tips === 1 ? '' : 's'}${tips}; by area alone, ${c.bound} or more. `
    + `${share} covered.`
}
/** Why it takes more than its area asks for. */
export const WHY_MANY = {
  inTheWay: 'More than a plain piece needs: the iron goes around what is in the way.',
  small: 'A small piece: the overlaps count for much.',
  shape: 'Its points and narrow parts need extra positions.',
} as const
/** What no position reaches, and what would. */
export function missedSentence(cm2: number, places: number, smaller: string | null, units: DisplayUnits = METRIC): string {
  const where = places === 1 ? 'One place' : `${places} places`
  const what = `${where} of ${patchWords(cm2, units)} in all cannot be reached`
  return smaller ? `${what}: ${smaller} reaches more of it.` : `${what}: take what is in the way off, or stitch there.`
}
export const NOTHING_LEFT = 'Nothing is left to press: what the iron must avoid covers all of it.'
/** A moving sole. */
export const circlesSentence = (share: number, stillS: number, holdS: number): string =>
  `In small circles every part is under the iron for at least ${Math.round(share * 100)} % of a press: `
  + `${seconds(holdS)} instead of ${seconds(stillS)}.`

/** What the hands do now. */
export function whatNow(
  step: NextStep, of: { kind: OperationKind, placements: number, name: string, hovers?: boolean, method?: Method }, over: boolean,
): string {
  const place = 'placement' in step && of.placements > 1 ? `: position ${step.placement + 1} of ${of.placements}` : ''
  switch (step.do) {
    case 'down':
      if (step.pass < 0) return `Warm the fabric${place}`
      if (of.hovers) return `Hold it over, steaming${place}`
      return step.again ? `Set down again${place}` : `Set down${place}`
    case 'lift':
      return over ? `Lift${place}` : step.pass < 0 ? `Warm it${place}` : of.hovers ? `Touch nothing${place}` : `Hold still${place}`
    case 'laid':
      return 'Lay the interfacing and the press cloth on'
    case 'turned':
      return of.method === 'dryMist' ? 'Turn it over, spray it lightly, cover it' : 'Turn it over'
    case 'cold':
      return 'Cooling flat: do not handle'
    case 'edge':
      return 'Cold: try its edge'
    case 'hand':
      return handWords(of.kind)
    case 'nothing':
      return 'Done'
  }
}
/** What the one key does. */
export const sessionKeyWords = (step: NextStep): string =>
  ({
    down: 'down', lift: 'lift', laid: 'it is laid', turned: 'it is turned', cold: 'it is cold', edge: '', hand: 'done', nothing: '',
  })[step.do]

/** The setting, the moisture, the cover and what lies up, in one line; fabric or braid that is settled has nothing on it. */
export function howLine(
  r: Pick<RecipePayload, 'setting' | 'method' | 'firstSide' | 'pressureKPa'>,
  of: { kind: OperationKind, pass: number, pressClothName: string | null },
  units: DisplayUnits = METRIC,
): string {
  const { kind, pass, pressClothName } = of
  const backed = (pass < 1) === (r.firstSide === 'back') ? 'interfacing side up' : 'face up'
  const from = (pass < 1) === (r.firstSide === 'back') ? 'from the wrong side' : 'from the right side'
  const side = { fabric: 'the fabric alone', trim: 'the trim alone', garment: from, backed }[liesAs(kind)]
  const moisture = r.method === 'dryMist' ? (pass < 1 ? 'dry' : 'mist') : METHOD_NAME[r.method].toLowerCase()
  const bare = isHovering(r) ? 'held over it, touching nothing' : 'bare iron'
  return `${r.setting.label} ${celsius(r.setting.meanC, units)}, ${moisture}, ${pressClothName?.toLowerCase() ?? bare}, ${side}`
}

/** One thing of the order, in a line: how often set down, at what, with which iron, how far to be trusted, and why it is left out. */
export function operationLine(
  r: { placements: number, recipe: Pick<RecipePayload, 'setting'> | null, standing: Standing }, iron: string | null, why: string,
  units: DisplayUnits = METRIC,
): string {
  const how = r.recipe
    ? [
        `${r.placements} position${r.placements === 1 ? '' : 's'}`, `${r.recipe.setting.label} ${celsius(r.recipe.setting.meanC, units)}`,
        iron ?? '',
        STANDING_WORDS[r.standing],
      ]
    : [STANDING_WORDS[r.standing]]
  return [...how, why].filter(Boolean).join(', ')
}

/** Two boards at the same thing. */
export const twoBoardsSentence = (name: string, at: string): string =>
  `${name} was also started on another board, at ${at}. If both continue, it is pressed twice.`
export const heldElsewhere = (name: string): string => `${name} is being pressed on another board.`

/** Said aloud, where someone may be hurt. */
export const warningSentence = (w: Warning, iron: string): string =>
  w.why === 'leftDown'
    ? `${iron} has been down for ${seconds(w.forS)}. Lift it now.`
    : `${iron} is hot and never shuts itself off. Nobody has touched it for ${seconds(w.forS)}: stand it up, or switch it off.`
export const keepOutCaution = (units: DisplayUnits = METRIC): string =>
  `Buttons and zips get hot and stay hot: they burn fingers, and hold the iron off. Keep ${lengthWords(5, units)} clear.`
export const STEAM_CAUTION = 'Steam: keep the other hand out of it, and fill the iron no further than its mark.'

export function soleAsksSentence(asks: NonNullable<SoleAsks>): string {
  const why = asks.why === 'bare'
    ? `Adhesive met the bare iron ${asks.times === 1 ? 'once' : `${asks.times} times`}`
    : `${asks.times} presses with adhesive`
  return `${why} since it was last cleaned. Clean it as its manual says: wipe it warm, not hot, on a damp cloth; `
    + 'no blade, no scouring pad; then press a scrap once.'
}
/** What an iron is filled with, what its book asks for, and when its sole was last cleaned. */
export function ironCareWords(
  i: { water: Water, bookWater: Water | null, cleanedAt: string | null }, units: DisplayUnits = METRIC,
): string {
  const asks = i.bookWater === i.water ? 'as its manual asks' : `its manual asks: ${WATER_NAME[i.bookWater ?? 'none'].toLowerCase()}`
  const book = i.bookWater === null ? 'its manual is lost' : asks
  const cleaned = i.cleanedAt
    ? `iron cleaned ${dayWords(i.cleanedAt, units)}`
    : 'no cleaning is recorded'
  return `${WATER_NAME[i.water]}, ${book}; ${cleaned}.`
}
export const WATER_SENTENCE: Record<NonNullable<WaterFault>, string> = {
  hardOnPale:
    'Tap water in the iron and pale fabric: minerals spot it. Fill it as its manual says, or press under a damp press cloth instead.',
  hardOnShiny:
    'Tap water in the iron and shiny fabric: drops leave rings. Fill it as its manual says, or press under a damp press cloth instead.',
  otherThanBook: 'The iron is filled with other water than its manual asks for.',
}

/** What a session says of a recipe. */
export const VERDICT_SENTENCE: Record<RecipeVerdict, string> = {
  holds: 'Every edge you tried holds: keep the recipe.',
  tooLittle: 'An edge lifts although every position had its full time: the recipe is too weak. Press a test swatch.',
  placesMissed: 'Edges lift only where a position was missed or cut short. Keep the recipe and press those places again.',
  untried: 'No edge tried yet.',
}
/** What the other order would change. */
export const finishDifference = (s: number): string =>
  Math.abs(s) < 1 ? 'no sooner' : s < 0 ? `${seconds(-s)} sooner` : `${seconds(s)} later`
/** How good an order is. */
export function orderQuality(finishS: number, boundS: number, exact: boolean): string {
  if (exact || finishS <= boundS + 0.5) return 'No other order finishes sooner.'
  const pct = Math.round((finishS / boundS - 1) * 100), longer = pct < 1 ? seconds(finishS - boundS) : `${pct} %`
  return `No order can finish before ${clockWords(boundS)}; this one takes ${longer} longer.`
}

/** What comes after the place in hand. */
export function thenWords(t: Then, of: { placements: readonly unknown[], recipe: Pick<Recipe, 'coolS' | 'tableS'> | null }): string {
  switch (t.then) {
    case 'place':
      return `place ${t.place + 1} of ${of.placements.length}`
    case 'layUp':
      return 'lay the interfacing and the press cloth on'
    case 'turn':
      return 'turn it over'
    case 'leave':
      return of.recipe ? coolingWords(of.recipe) : ''
    case 'nextPiece':
      return 'the next piece'
  }
}
/** Why an operation is not in the order. */
export function waitsWords(w: Waits, units: DisplayUnits = METRIC): string {
  switch (w.why) {
    case 'putOff':
      return 'put off'
    case 'cools':
      return 'cools flat'
    case 'hem':
      return hemRefusal(w.refusal)
    case 'mend':
      return stuckRefusal(w.refusal)
    case 'blocked':
      return blockedSentence(w.blocked, units)
    case 'noPlace':
      return 'no place for the iron'
    case 'noIron':
      return 'not with the irons taken'
    case 'sewing':
      return 'after sewing'
  }
}
/** What is other in the pieces than when a session was planned. */
export function changedSentence({ added, gone, other }: Record<'added' | 'gone' | 'other', number>): string {
  const parts = [
    added > 0 ? `${added} added` : '', gone > 0 ? `${gone} removed` : '', other > 0 ? `${other} pressed differently` : '',
  ].filter(Boolean)
  return `The pieces of this job were changed since the session was planned: ${parts.join(', ') || 'the pressing stays the same'}.`
}
/** How the note of a swatch begins that was an edge tried in a pressing session. */
export const SESSION_NOTE = 'Pressed in a session'
/** Was this swatch an edge tried in a session? Notes of before 2026-11-29 called it a session. */
export const isSessionNote = (note: string): boolean => note.startsWith(SESSION_NOTE) || note.startsWith('Pressed in a run')
