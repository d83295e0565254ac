import { comesToS, firstAtS, givenUpS, stepAt, valueAt, type Phase, type Transient } from '../heat'
import { harmAlong } from '../damage'
import type { FabricLimit } from '../limit'
import { CLAPPER_KPA, PRESS_CLOTH_KINDS, SHOT_S, STEAMS_FROM_C, type PressClothKindKey } from '../materials'
import { HANDLED_C, HARM_ALLOWED, moistureOf, pressureOf, TURN_S, type IronSetting, type Method, type Recipe } from '../recipe'
import type { SeamDetailAsk, SeamDetailPlan, House } from './ask'
import { pliesOf, type SeamDetail } from './details'
import type { FabricInput } from '../stack'
import { pliesIn, runFold, type Fold } from './fold'
import { setPointOf, type SetPoint } from './sets'

/** Carried by the hand so that it only just rests, kPa. Typical. */
const BORNE_KPA = 0.2
/** A setting that sets a fold within this is hot enough: the lowest such one is taken, s. */
export const SOON_S = 3.5
/** Once it is warm a fold gives with time, and thick yarn more slowly, s per g/m²; never sooner than the least. Practice. */
const GIVES_S_PER_GSM = 0.015, GIVES_LEAST_S = 1
export const givesS = (fabric: Pick<FabricInput, 'massGsm'>): number => Math.max(GIVES_LEAST_S, fabric.massGsm * GIVES_S_PER_GSM)
/** From this long on one side it is looked at whether both together take less, s. */
const BOTH_FROM_S = 10
/** Nobody stands over one touch for longer: then another moisture, or both sides, s. */
const PATIENT_S = 20
export const LONGEST_S = 40
const LONGEST_REST_S = 600
/** Thick work is steamed all the while, up to so long, s. */
const LONG_STEAM_S = 10

interface Tried {
  way: number
  recipe: Recipe
  fold: Fold
  run: Transient
  /** When the last ply is set, one side; null where it is not before harm. */
  setAtS: number | null
  safeS: number
  setPoint: SetPoint
}
/** A moisture, with how long steam is given. */
interface Moisture { method: Method, steamS: number }
/** What was chosen: one side or both, so long each. */
interface ChosenTouch extends Tried { holdS: number, both: boolean, touches: number, set: boolean }
const BETWEEN_S = 4, MOST_TOUCHES = 6
/** Share of a damp press cloth's water. Practice: ten to twenty seconds on worsted. */
const GIVEN_UP = 0.5

/** Steam in a shot, then for as long as thick work asks. */
export const waysOf = (method: Method): Moisture[] =>
  method === 'steam' ? [{ method, steamS: SHOT_S }, { method, steamS: LONG_STEAM_S }] : [{ method, steamS: 0 }]

interface Try extends Moisture { way: number, setting: IronSetting, pressCloth: PressClothKindKey | null, limit: FabricLimit }
export function tryOut(f: SeamDetail, ask: SeamDetailAsk, t: Try, firstSide: 'back' | 'face'): Tried | null {
  const { method, setting, limit } = t
  // What is pressed damp is pressed under a press cloth.
  const pressCloth = method === 'damp' ? (t.pressCloth ?? ask.pressCloth ?? 'muslin') : t.pressCloth
  if (method === 'steam' && (setting.meanC < STEAMS_FROM_C || (pressCloth !== null
    && !PRESS_CLOTH_KINDS[pressCloth].vapourPasses))) return null
  const moist = method !== 'dry'
  const recipe: Recipe = {
    method, setting, firstSide, passes: 1, warmS: 0, holdS: LONGEST_S, secondS: null, lean: 'weight',
    pressureKPa: moist ? BORNE_KPA : pressureOf(ask.iron.kind, 'weight'), ...moistureOf(method, ask.iron.kind, pressCloth),
    steamS: t.steamS, coolS: 0, tableS: 0,
  }
  const fold: Fold = {
    plies: Array.from({ length: pliesOf(f) }, () => ask.fabric), pressCloth, pressClothWaterGsm: recipe.pressClothWaterGsm,
    mistGsm: recipe.mistGsm, surface: limit.surface === 'sparesPile' ? 'needle' : ask.surface,
  }
  const run = runFold(fold, setting.meanC, [downPhase(recipe)])
  const setPoint = setPointOf(ask.fabric.fibres, moist)
  const safeS = safeUntilS(run, fold, recipe, ask)
  const warmS = reachedS(run, setPoint.setC)
  // A damp press cloth is not lifted before half of its water has gone through the fabric.
  const givenS = method === 'damp' ? givenUpS(run, GIVEN_UP) : 0
  const setAtS = warmS === null || givenS === null ? null : Math.max(warmS + givesS(ask.fabric), givenS)
  return { way: t.way, recipe, fold, run, setPoint, safeS, setAtS: setAtS !== null && setAtS <= safeS ? setAtS : null }
}

/** What heat, water and the sole do to a fold after each step of a run. */
export const foldHarm = (
  run: Transient, fold: Fold, recipe: Recipe, ask: Pick<SeamDetailAsk, 'fabric' | 'blendRule'>,
  sides: ('back' | 'face')[] = [recipe.firstSide],
): Float32Array => harmAlong(run, null, {
  fabric: ask.fabric, interfacingBase: null, adhesiveGsm: 0,
  pressClothFibre: fold.pressCloth ? PRESS_CLOTH_KINDS[fold.pressCloth].fibre : null,
  covered: fold.pressCloth !== null, surface: fold.surface, sides, soleC: recipe.setting.meanC, pressureKPa: recipe.pressureKPa,
  blendRule: ask.blendRule,
})

/** Until when heat and water do no harm; what the touch itself does to a surface is said beforehand, and does not grow. */
function safeUntilS(
  run: Transient, fold: Fold, recipe: Recipe, ask: SeamDetailAsk, sides: ('back' | 'face')[] = [recipe.firstSide],
): number {
  const harm = foldHarm(run, fold, recipe, ask, sides)
  // A bare sole on the face is no touch that can be said beforehand: where it marks, it is not set down there.
  const beforehand = fold.pressCloth === null && sides.includes('face') ? 0 : harm[0]!
  return firstAtS(run, harm, Math.max(HARM_ALLOWED, beforehand) + 1e-6) ?? run.timesS[run.steps - 1]!
}

/** What must set: the allowance and the fold, not the ply that lies on the board. */
const settingPlies = (run: Transient) => {
  const plies = pliesIn(run)
  return plies.length > 1 ? plies.slice(0, -1) : plies
}
/** When all of the plies that must set have reached a temperature, each at its own time, s. */
export function reachedS(run: Transient, wantedC: number): number | null {
  const each = settingPlies(run).map(p => firstAtS(run, p.meanC, wantedC))
  return each.reduce((last, s) => last === null || s === null ? null : Math.max(last, s), 0)
}

export const downPhase = (r: Recipe, durationS = r.holdS): Phase => ({
  kind: 'down', durationS, pressureKPa: r.pressureKPa, steamGM2S: r.steamGM2S, steamS: Math.min(r.steamS, durationS),
})
/** Down on one side or on both, or several times on one with the sole away between. */
export const pressPhases = (r: Recipe, holdS: number, both: boolean, touches: number): Phase[] => [
  ...Array.from({ length: touches }, (_, i): Phase[] => [
    ...(i > 0 ? [{ kind: 'lifted' as const, durationS: BETWEEN_S }] : []), downPhase(r, holdS),
  ]).flat(),
  ...(both ? [{ kind: 'lifted' as const, durationS: TURN_S }, { kind: 'turn' as const }, downPhase(r, holdS)] : []),
]
export const wholeS = (s: number) => Math.max(2, Math.ceil(s + 0.5))

/**
 * The first moisture that sets it within patience, from one side at its lowest setting that is soon enough, or from both; else the one
 * that takes least in all; else for as long as it takes; else as far as is safe, and it is said that it does not set.
 * @param bothSides what covers it once its face meets the sole; null where it never may
 */
export function chooseTouch(tried: readonly Tried[], ask: SeamDetailAsk, bothSides: PressClothKindKey | null,
  limit: FabricLimit): ChosenTouch {
  const ways = [...new Set(tried.map(t => t.way))]
  const coolest = (all: readonly Tried[]) => all.reduce((a, b) => (b.recipe.setting.meanC < a.recipe.setting.meanC ? b : a))
  const quickest = (all: readonly Tried[]) => all.reduce((a, b) => (b.setAtS! < a.setAtS! ? b : a))
  const oneSide = (t: Tried): ChosenTouch => ({ ...t, holdS: wholeS(t.setAtS!), both: false, touches: 1, set: true })
  const mostS = Math.min(PATIENT_S, limit.maxTouchS ?? Infinity)
  const hottestFirst = [...tried].sort((a, b) => a.way - b.way || b.recipe.setting.meanC - a.recipe.setting.meanC)
  const byMethod = (method: Method): ChosenTouch | null => {
    for (const way of ways) {
      const canSet = tried.filter(t => t.way === way && t.recipe.method === method && t.setAtS !== null && wholeS(t.setAtS) <= mostS)
      const soon = canSet.filter(t => t.setAtS! - givesS(ask.fabric) <= SOON_S)
      if (canSet.length === 0) continue
      const one = oneSide(soon.length > 0 ? coolest(soon) : quickest(canSet))
      if (one.holdS < BOTH_FROM_S || bothSides === null) return one
      const holdS = bothSidesS(one, ask, mostS)
      return holdS !== null && 2 * holdS + TURN_S < one.holdS ? { ...one, holdS, both: true } : one
    }
    for (const t of hottestFirst.filter(x => bothSides !== null && x.recipe.method === method)) {
      // Bare where the face withstands that, else covered.
      for (const pressCloth of new Set([t.fold.pressCloth, t.fold.pressCloth ?? bothSides])) {
        const turned = { ...t, fold: { ...t.fold, pressCloth } }
        const holdS = bothSidesS(turned, ask, mostS)
        if (holdS !== null) return { ...turned, holdS, both: true, touches: 1, set: true }
      }
    }
    return null
  }
  // Dry is what takes the place of no moisture: what sets moist is not pressed dry because that is sooner done.
  const able = [...new Set(tried.map(t => t.recipe.method))].flatMap(method => byMethod(method) ?? [])
    .filter((c, i) => i === 0 || c.recipe.method !== 'dry')
  const soonest = able.find(c => allS(c) <= PATIENT_S) ?? [...able].sort((a, b) => allS(a) - allS(b))[0]
  if (soonest) return soonest
  if (limit.maxTouchS !== null) {
    for (const t of hottestFirst) {
      const holdS = Math.floor(Math.min(limit.maxTouchS, t.safeS)), touches = holdS >= 2 ? touchesToSet(t, holdS) : null
      if (touches !== null) return { ...t, holdS, both: false, touches, set: true }
    }
  } else {
    const ever = tried.filter(t => t.setAtS !== null)
    if (ever.length > 0) return oneSide(quickest(ever))
  }
  const most = hottestFirst.reduce((a, b) => (Math.min(b.safeS, mostS) > Math.min(a.safeS, mostS) ? b : a))
  return { ...most, holdS: Math.max(1, Math.floor(Math.min(most.safeS, mostS))), both: false, touches: 1, set: false }
}

/** Seconds in all, turning with it. */
const allS = ({ holdS, both }: ChosenTouch): number => (both ? 2 * holdS + TURN_S : holdS)

/** Seconds a side until every ply is set once it is pressed from both; null where that takes too long or harms. */
function bothSidesS(t: Tried, ask: SeamDetailAsk, mostS: number): number | null {
  const pressed = (holdS: number) => runFold(t.fold, t.recipe.setting.meanC, pressPhases(t.recipe, holdS, true, 1))
  const canSet = (holdS: number): boolean => reachedS(pressed(holdS), t.setPoint.setC) !== null
  const upTo = Math.floor(Math.min(mostS, t.safeS))
  if (upTo < 2 || !canSet(upTo)) return null
  let low = 2, high = upTo
  while (low < high) {
    const mid = (low + high) >> 1
    if (canSet(mid)) high = mid
    else low = mid + 1
  }
  const run = pressed(low)
  return safeUntilS(run, t.fold, t.recipe, ask, ['back', 'face']) < run.timesS[run.steps - 1]!
    ? null
    : low + Math.ceil(givesS(ask.fabric) / 2)
}

/** Short touches one after the other, the sole away between them: how many set it. */
function touchesToSet(t: Tried, holdS: number): number | null {
  const atS = reachedS(runFold(t.fold, t.recipe.setting.meanC, pressPhases(t.recipe, holdS, false, MOST_TOUCHES)), t.setPoint.setC)
  return atS === null ? null : Math.max(1, Math.ceil(atS / (holdS + BETWEEN_S)))
}

/** How long it lies until every ply is cool enough to be moved. */
export function restOf(
  fold: Fold, recipe: Recipe, pressed: Phase[], clapped: boolean, house: House, steamShare?: number,
): Pick<SeamDetailPlan, 'restS' | 'untilC' | 'liftedC'> {
  const untilC = HANDLED_C.seam[house.cooling]
  const run = runFold(fold, recipe.setting.meanC, [
    ...pressed,
    clapped
      ? { kind: 'clapper', durationS: LONGEST_REST_S, pressureKPa: CLAPPER_KPA }
      : { kind: 'table', durationS: LONGEST_REST_S },
  ], steamShare)
  const plies = pliesIn(run)
  const liftedS = pressed.reduce((s, p) => s + ('durationS' in p ? p.durationS : 0), 0)
  const coldAtS = comesToS(run, i => -Math.max(...plies.map(p => p.meanC[i]!)), -untilC, stepAt(run, liftedS + 1e-6))
  const coldS = coldAtS === null ? LONGEST_REST_S : Math.max(0, coldAtS - liftedS)
  return { restS: Math.max(5, Math.ceil(coldS / 5) * 5), untilC, liftedC: plies.map(p => valueAt(run, p.meanC, liftedS)) }
}
