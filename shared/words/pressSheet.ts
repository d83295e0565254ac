import { isSteamed, type Method } from '#core/recipe'
import { handWords } from '#core/session'
import { METRIC, type DisplayUnits } from '#core/units'
import { toRecipe } from '../mappers'
import type { SheetEntry } from '../pressSheet'
import { celsius } from './measure'
import { ORIGIN_NAME, seconds } from './names'
import { bearingWords, coolingWords, holdFigure, sentence } from './recipe'
import { howLine, OPERATION_NAME, STANDING_WORDS } from './session'

/** What the things of an operation are called here; null where there is none. */
export interface SheetNames { fabric: string | null, supply: string | null, iron: string | null, pressCloth: string | null }

/** The heading of an entry: what is done, to what, how often. */
export const entryTitle = ({ operation, name, count }: SheetEntry): string =>
  `${OPERATION_NAME[operation.kind]}: ${name}${count > 1 ? `, ${count} times` : ''}`

/** The figures that are read from two metres away. */
export const entryFigures = ({ operation: { recipe } }: SheetEntry, units: DisplayUnits = METRIC): string =>
  (recipe ? `${holdFigure(toRecipe(recipe))}, ${celsius(recipe.setting.meanC, units)}` : '')

const SPRAYED = 'Spray it lightly, then cover it.'
const MOISTENED: Partial<Record<Method, string>> = { mist: SPRAYED, mistSteam: SPRAYED, damp: 'Wring the press cloth out well.' }

/** What an entry says beside its picture, in the order of the hands. */
export function entryLines({ operation: o }: SheetEntry, names: SheetNames, units: DisplayUnits = METRIC): string[] {
  const on = [names.supply, names.fabric].filter(Boolean).join(' on ')
  if (!o.recipe) return [on, handWords(o.kind) || 'By hand'].filter(Boolean)
  const r = toRecipe(o.recipe), places = o.placements.length
  const how = sentence(howLine(r, { kind: o.kind, pass: 0, pressClothName: names.pressCloth }, units))
  const where = places > 1 ? ` at each of ${places} positions` : ''
  const turned = r.passes === 2
    ? `Turn it over${r.method === 'dryMist' ? ', spray it lightly, cover it' : ''}: ${seconds(r.secondS ?? r.holdS)}${where}.`
    : ''
  return [
    on, `${how}${names.iron ? `; ${names.iron}` : ''}.`,
    [r.warmS > 0 ? `Warm the fabric by itself for ${seconds(r.warmS)}.` : '', MOISTENED[r.method] ?? '',
      isSteamed(r.method) ? `Steam for the first ${seconds(r.steamS)}.` : ''].filter(Boolean).join(' '),
    `${bearingWords(r, units)} ${holdFigure(r)}${where}${o.motion === 'circles' ? ', in small circles' : ''}.`, turned,
    `${sentence(coolingWords(r))}.`, `${sentence(STANDING_WORDS[o.standing])}; the setting: ${ORIGIN_NAME[r.setting.origin]}.`,
  ].filter(Boolean)
}
