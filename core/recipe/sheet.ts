import { INSTRUCTIONS_BOND, REFERENCE_FABRIC, WEIGHT_KPA } from '../instructions'
import { fabricLimit } from '../limit'
import type { MakerRecipe } from '../stack'
import { holdPath, holdReaching, type EvaluateOptions } from './evaluate'
import {
  barOf, bearingOf, HARM_ALLOWED_OVER_CLASS, moistureOf, overTheirClass, pressureOf, sheetOf, usableSettings,
} from './methods'
import { isByHand, USUAL_HABITS, type PressSetup, type Method, type Recipe } from './recipe'
import { LEAST_SPARE_S } from './holds'
import { HARM_ALLOWED, type Blocked, type Found, type MethodAnswer } from './answer'
import { exactRun, withRoom } from './search'
import { COARSE } from './span'

/**
 * The sheet's recipe as it can be done on this setup: its seconds, heat and moisture, the nearest setting the fabric withstands, this
 * hand.
 */
export function makerRecipe(setup: PressSetup, sheet: MakerRecipe, options: EvaluateOptions = {}): Recipe | null {
  const limit = fabricLimit(setup.fabric, setup.blendRule, setup.evidence)
  const offsetC = options.soleOffsetC ?? 0
  const away = (meanC: number) => Math.abs(meanC + offsetC - sheet.soleC)
  const setting = usableSettings(sheet.moisture, setup, limit, offsetC).sort((a, b) => away(a.meanC) - away(b.meanC))[0]
  if (!setting) return null
  const lean = sheet.pressureKPa <= WEIGHT_KPA ? 'weight' : bearingOf(limit, setup.fabric, setup.habits ?? USUAL_HABITS)
  return {
    method: sheet.moisture, setting, firstSide: limit.backOnly ? 'back' : sheet.firstSide, passes: 1, lean, warmS: 0, holdS: sheet.holdS,
    secondS: null, coolS: 0, tableS: 0,
    pressureKPa: setup.iron.kind === 'heatPress' ? sheet.pressureKPa : pressureOf(setup.iron.kind, lean),
    ...moistureOf(sheet.moisture, setup.iron.kind, setup.pressCloth),
  }
}

/**
 * What pressing by the sheet, without change, would do on this very setup; where it is lost, by what is usually printed for its adhesive.
 * Null where the supply is not fused.
 */
export function asMakerSays(setup: PressSetup, options: EvaluateOptions = {}): MethodAnswer | null {
  const sheet = sheetOf(setup.supply)
  if (!sheet) return null
  const limit = fabricLimit(setup.fabric, setup.blendRule, setup.evidence)
  const method: Method = sheet.moisture
  const answer = { way: 'sheet' as const, method, found: null, runnerUp: null, attempt: null }
  const bar = barOf(method, setup, limit, options.soleOffsetC)
  const recipe = bar ? null : makerRecipe(setup, sheet, options)
  if (!recipe) return { ...answer, blocked: bar ?? { why: 'noSettings' } }
  // What does not bond, or hurts, is said without asking how much room there would be about it.
  const exact = exactRun(setup, recipe, options), { outcome } = exact
  const no = (blocked: Blocked): MethodAnswer => ({ ...answer, attempt: exact, blocked })
  if (outcome.harm > 1) return no({ why: 'damages', flag: outcome.flags[0]!, bondHoldS: recipe.holdS })
  const few = overTheirClass(setup.fabric, limit, recipe.setting.meanC + (options.soleOffsetC ?? 0))
  const close = outcome.flags.find(f => f.layer === 'fabric' && f.fibre && few.includes(f.fibre) && f.severity > HARM_ALLOWED_OVER_CLASS)
  if (close) return no({ why: 'damages', flag: close, bondHoldS: recipe.holdS })
  if (outcome.bond.final < 1) {
    const soleC = recipe.setting.meanC + (options.soleOffsetC ?? 0)
    return no({ why: 'makerShort', bond: outcome.bond.final, peakC: outcome.bond.peakC, soleC, heldS: recipe.holdS })
  }
  const spare = secondsToSpare(setup, recipe, options), spareS = Math.min(spare.lessS, spare.moreS)
  if (isByHand(setup.iron) && spareS < LEAST_SPARE_S)
    return no({ why: 'makerBarely', heldS: recipe.holdS, spareS, shorter: spare.lessS < LEAST_SPARE_S })
  const found = withRoom(setup, exact, spare, options), little = nearMakerLimit(setup, found)
  return little ? no(little) : { ...answer, found, blocked: null }
}

/** What a maker printed was tried with irons that swing: it is trusted with less room than what is only worked out, °C. */
const MAKER_ROOM_C = 3
/** By hand the sheet is a recipe only where there is some room for an iron that swings. */
function nearMakerLimit(setup: PressSetup, { recipe: { setting }, margins }: Found): Blocked | null {
  const roomC = Math.min(margins.coolerC, margins.hotterC)
  return isByHand(setup.iron) && roomC < MAKER_ROOM_C ? { why: 'littleRoom', roomC, swingC: setting.swingC, soleC: setting.meanC } : null
}

/** Whole seconds that the sheet's hold may be shorter and still bond, and longer and not hurt. */
function secondsToSpare(setup: PressSetup, recipe: Recipe, options: EvaluateOptions): Pick<Found['margins'], 'lessS' | 'moreS'> {
  const path = holdPath(setup, { ...recipe, holdS: LONGEST_PATH_S }, { ...options, ...COARSE })
  const leastS = holdReaching(path, path.bond.progress, FLOWS_ON) ?? LONGEST_PATH_S
  const mostS = holdReaching(path, path.harm, HARM_ALLOWED) ?? LONGEST_PATH_S
  return {
    lessS: Math.max(0, Math.floor(recipe.holdS - leastS)), moreS: Math.max(0, Math.floor(mostS - recipe.holdS)),
  }
}

/** What makes the sheet's seconds longer or shorter here. */
export type Difference = 'fabric' | 'hand' | 'pressCloth' | 'sole' | 'surface' | 'warmed'

/** One difference between where the sheet was written and this setup, and the seconds it costs; null where it never bonds any more. */
export interface CarriedStep { what: Difference, fromS: number, toS: number | null }

export interface CarriedOver {
  sheet: MakerRecipe
  /** Seconds that the sheet's moisture and side need on this setup at the same setting, s; null where two minutes are not enough. */
  neededS: number | null
  /** From the sheet's seconds to those needed here, one difference after the other. */
  steps: CarriedStep[]
}

const LONGEST_PATH_S = 120

/**
 * Carries the sheet over: from its reference fabric, iron and press cloth to this setup, one difference at a time, each with its
 * seconds. They add up; in another order each would be a little different. Null without a sheet, or where it is barred here.
 */
export function carryOver(setup: PressSetup, options: EvaluateOptions = {}): CarriedOver | null {
  const sheet = sheetOf(setup.supply)
  const recipe = sheet ? makerRecipe(setup, sheet, options) : null
  if (!sheet || !recipe) return null
  const coarse = { ...options, ...COARSE }
  const reference: PressSetup = {
    ...setup, fabric: REFERENCE_FABRIC, pressCloth: sheet.pressCloth, surface: 'padded', iron: { kind: 'household', settings: [] },
    evidence: undefined,
  }
  const byMaker: Recipe = {
    ...recipe, ...moistureOf(sheet.moisture, 'household', sheet.pressCloth ?? 'muslin'), pressureKPa: sheet.pressureKPa,
    firstSide: sheet.firstSide, setting: { ...recipe.setting, meanC: sheet.soleC - (options.soleOffsetC ?? 0), swingC: 0 },
    holdS: LONGEST_PATH_S,
  }
  const needs = (b: PressSetup, r: Recipe) => {
    const path = holdPath(b, { ...r, holdS: LONGEST_PATH_S }, coarse)
    return holdReaching(path, path.bond.progress, INSTRUCTIONS_BOND * FLOWS_ON)
  }
  const moves: [Difference, (b: PressSetup, r: Recipe) => [PressSetup, Recipe]][] = [
    ['fabric', (b, r) => [{ ...b, fabric: setup.fabric }, { ...r, firstSide: recipe.firstSide }]],
    ['hand', (b, r) => [b, { ...r, pressureKPa: recipe.pressureKPa }]],
    ['pressCloth', (b, r) => [{ ...b, pressCloth: setup.pressCloth }, { ...r, ...moistureOf(sheet.moisture, setup.iron.kind,
      setup.pressCloth) }]],
    ['sole', (b, r) => [b, { ...r, setting: recipe.setting }]],
    ['surface', (b, r) => [{ ...b, surface: setup.surface }, r]],
  ]
  let at: [PressSetup, Recipe] = [reference, byMaker]
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
/** What of the bond by the maker's instructions is there when the sole lifts; the rest flows while it cools. */
const FLOWS_ON = 0.97
