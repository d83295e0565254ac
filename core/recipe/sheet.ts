import { LEAFLET_BOND, REFERENCE_CLOTH, WEIGHT_KPA } from '../leaflet'
import { clothLimit } from '../limit'
import type { Sheet } from '../stack'
import { holdPath, holdReaching, type EvaluateOptions } from './evaluate'
import { barOf, bearingOf, moistureOf, pressureOf, usableStops } from './methods'
import { USUAL_HABITS, type Bench, type Method, type Recipe } from './recipe'
import { BOND_WANTED, finish, HARM_ALLOWED, longestHoldS, type Found, type MethodAnswer } from './search'
import { COARSE } from './span'

/** The sheet's recipe as it can be done on this bench: its seconds, heat and moisture, the nearest stop the cloth stands, this hand. */
export function sheetRecipe(bench: Bench, sheet: Sheet, options: EvaluateOptions = {}): Recipe | null {
  const limit = clothLimit(bench.cloth, bench.blendRule, bench.evidence)
  const offsetC = options.soleOffsetC ?? 0
  const away = (meanC: number) => Math.abs(meanC + offsetC - sheet.soleC)
  const stop = usableStops(sheet.moisture, bench.iron.stops, limit, offsetC).sort((a, b) => away(a.meanC) - away(b.meanC))[0]
  if (!stop) return null
  const lean = sheet.pressureKPa <= WEIGHT_KPA ? 'weight' : bearingOf(limit, bench.cloth, bench.habits ?? USUAL_HABITS)
  return {
    method: sheet.moisture, stop, firstSide: limit.backOnly ? 'back' : sheet.firstSide, passes: 1, lean, warmS: 0, holdS: sheet.holdS,
    secondS: null, coolS: 0,
    pressureKPa: bench.iron.kind === 'heatPress' ? sheet.pressureKPa : pressureOf(bench.iron.kind, lean),
    ...moistureOf(sheet.moisture, bench.iron.kind, bench.cover),
  }
}

/** What pressing by the sheet, without change, would do on this very bench; null where the supply has no sheet to go by. */
export function asSheetSays(bench: Bench, options: EvaluateOptions = {}): MethodAnswer | null {
  const { sheet } = bench.supply
  if (!sheet) return null
  const limit = clothLimit(bench.cloth, bench.blendRule, bench.evidence)
  const method: Method = sheet.moisture
  const answer = { way: 'sheet' as const, method, found: null, runnerUp: null, attempt: null }
  const bar = barOf(method, bench.iron, bench.cover, bench.supply.resin !== null, limit, options.soleOffsetC)
  const recipe = bar ? null : sheetRecipe(bench, sheet, options)
  if (!recipe) return { ...answer, blocked: bar ?? { why: 'noStops' } }
  const found: Found = finish(bench, { recipe, margins: marginsAt(bench, recipe, options) }, longestHoldS(limit), options)
  const { outcome } = found
  if (outcome.harm > 1) return { ...answer, attempt: found, blocked: { why: 'hurts', flag: outcome.flags[0]!, bondHoldS: recipe.holdS } }
  if (outcome.bond.final < 1) {
    const soleC = recipe.stop.meanC + (options.soleOffsetC ?? 0)
    return {
      ...answer, attempt: found,
      blocked: { why: 'sheetShort', bond: outcome.bond.final, peakC: outcome.bond.peakC, soleC, heldS: recipe.holdS },
    }
  }
  return { ...answer, found, blocked: null }
}

function marginsAt(bench: Bench, recipe: Recipe, options: EvaluateOptions): Found['margins'] {
  const path = holdPath(bench, { ...recipe, holdS: LONGEST_PATH_S }, { ...options, ...COARSE })
  const leastS = holdReaching(path, path.bond.progress, BOND_WANTED) ?? LONGEST_PATH_S
  const mostS = holdReaching(path, path.harm, HARM_ALLOWED) ?? LONGEST_PATH_S
  return {
    lessS: Math.max(0, Math.floor(recipe.holdS - leastS)), moreS: Math.max(0, Math.floor(mostS - recipe.holdS)), coolerC: 0, hotterC: 0,
  }
}

/** What makes the sheet's seconds longer or shorter here. */
export type Difference = 'cloth' | 'hand' | 'cover' | 'sole' | 'bed' | 'warmed'

/** One difference between where the sheet was written and this bench, and the seconds it costs; null where it never bonds any more. */
export interface CarriedStep { what: Difference, fromS: number, toS: number | null }

export interface CarriedOver {
  sheet: Sheet
  /** Seconds that the sheet's moisture and side need on this bench at the same stop, s; null where two minutes are not enough. */
  neededS: number | null
  /** From the sheet's seconds to those needed here, one difference after the other. */
  steps: CarriedStep[]
}

const LONGEST_PATH_S = 120

/**
 * Carries the sheet over: from its reference cloth, iron and cover to this bench, one difference at a time, each with its
 * seconds. They add up; in another order each would be a little different. Null without a sheet, or where it is barred here.
 */
export function carryOver(bench: Bench, options: EvaluateOptions = {}): CarriedOver | null {
  const { sheet } = bench.supply
  const recipe = sheet ? sheetRecipe(bench, sheet, options) : null
  if (!sheet || !recipe) return null
  const coarse = { ...options, ...COARSE }
  const reference: Bench = {
    ...bench, cloth: REFERENCE_CLOTH, cover: sheet.cover, bed: 'padded', iron: { kind: 'household', stops: [] }, evidence: undefined,
  }
  const bySheet: Recipe = {
    ...recipe, ...moistureOf(sheet.moisture, 'household', sheet.cover ?? 'muslin'), pressureKPa: sheet.pressureKPa,
    firstSide: sheet.firstSide, stop: { ...recipe.stop, meanC: sheet.soleC - (options.soleOffsetC ?? 0), swingC: 0 },
    holdS: LONGEST_PATH_S,
  }
  const needs = (b: Bench, r: Recipe) => {
    const path = holdPath(b, { ...r, holdS: LONGEST_PATH_S }, coarse)
    return holdReaching(path, path.bond.progress, LEAFLET_BOND * FLOWS_ON)
  }
  const moves: [Difference, (b: Bench, r: Recipe) => [Bench, Recipe]][] = [
    ['cloth', (b, r) => [{ ...b, cloth: bench.cloth }, { ...r, firstSide: recipe.firstSide }]],
    ['hand', (b, r) => [b, { ...r, pressureKPa: recipe.pressureKPa }]],
    ['cover', (b, r) => [{ ...b, cover: bench.cover }, { ...r, ...moistureOf(sheet.moisture, bench.iron.kind, bench.cover) }]],
    ['sole', (b, r) => [b, { ...r, stop: recipe.stop }]],
    ['bed', (b, r) => [{ ...b, bed: bench.bed }, r]],
  ]
  let at: [Bench, Recipe] = [reference, bySheet]
  let fromS = needs(...at)
  const steps: CarriedStep[] = []
  for (const [what, move] of moves) {
    at = move(...at)
    const toS = needs(...at)
    if (fromS !== null && (toS === null || Math.abs(toS - fromS) >= LEAST_SHOWN_S)) steps.push({ what, fromS, toS })
    fromS = toS
  }
  return { sheet, neededS: fromS, steps }
}
/** Differences of less than this are not worth a word, s. */
const LEAST_SHOWN_S = 0.5
/** What of a leaflet's bond is there when the sole lifts; the rest flows while it cools. */
const FLOWS_ON = 0.97
