import { bondOf, gradeOf, shifted, type BondCourse } from '../bond'
import { LAY_S, runProgramme, steadySole, thermostat, valueAt, type Phase, type RunOptions, type SoleCurve, type Stack,
  type Transient } from '../heat'
import { harmAlong, damageOf, heatHarmAlong, type DamageFlag, type DamageInput } from '../damage'
import { CLAPPER_KPA, PRESS_CLOTH_KINDS, IRON_KINDS, ROOM_C, type Adhesive, type FibreKey } from '../materials'
import { buildStack } from '../stack'
import { APART_S, type PressSetup, type Recipe } from './recipe'

/** Lifting, turning and laying back takes about this long, s. */
export const TURN_S = 3

export interface Outcome {
  run: Transient
  bond: BondCourse
  flags: DamageFlag[]
  /** Severity of the worst flag; 1 = harm. */
  harm: number
}

export interface EvaluateOptions extends RunOptions {
  /** Added to the setting's mean, °C. */
  soleOffsetC?: number
  /** Thermostat phase 0-1; absent = the mean held steady. */
  phase?: number
  /** How much higher this lot of adhesive melts than the typical grade, °C. */
  meltShiftC?: number
  /** How much faster this lot bonds than the typical grade, as a factor. */
  rateFactor?: number
  /** What was really done, in place of the recipe's own phases. */
  phases?: Phase[]
  /** The sole as it really was, in place of the recipe's setting; offsets are added to it. */
  sole?: SoleCurve
}

export function soleOf(setup: PressSetup, recipe: Recipe, options: EvaluateOptions = {}): SoleCurve {
  const offsetC = options.soleOffsetC ?? 0
  if (options.sole) {
    const real = options.sole
    return offsetC === 0 ? real : (timeS, drawnJM2) => real(timeS, drawnJM2) + offsetC
  }
  const meanC = recipe.setting.meanC + offsetC
  if (options.phase === undefined) return steadySole(meanC)
  const { warmCPerS, coolCPerS } = IRON_KINDS[setup.iron.kind]
  return thermostat({ meanC, swingC: recipe.setting.swingC, warmCPerS, coolCPerS, phase: options.phase })
}

/** The work turned over: a damp press cloth wrung out anew, the fabric misted now where it was dry before. */
export const turnOf = (recipe: Pick<Recipe, 'method' | 'pressClothWaterGsm' | 'mistGsm'>): Phase => ({
  kind: 'turn', rewetPressClothGsm: recipe.pressClothWaterGsm, ...(recipe.method === 'dryMist' ? { mistGsm: recipe.mistGsm } : {}),
})

/** The recipe as phases: the fabric warmed, each pass down and lifted, turned between, then cooling under the clapper. */
export function phasesOf(recipe: Recipe, coolS = recipe.coolS): Phase[] {
  const phases: Phase[] = recipe.warmS > 0 ? [{ kind: 'warm', durationS: recipe.warmS, pressureKPa: recipe.pressureKPa }] : []
  for (let pass = 0; pass < recipe.passes; pass++) {
    if (pass > 0) phases.push({ kind: 'lifted', durationS: TURN_S }, turnOf(recipe))
    const durationS = pass > 0 ? (recipe.secondS ?? recipe.holdS) : recipe.holdS
    for (let touch = 0; touch < (recipe.touches ?? 1); touch++) {
      if (touch > 0) phases.push({ kind: 'lifted', durationS: APART_S })
      phases.push({ kind: 'down', durationS, pressureKPa: recipe.pressureKPa, steamGM2S: recipe.steamGM2S, steamS: recipe.steamS })
    }
  }
  if (coolS > 0) phases.push({ kind: 'clapper', durationS: coolS, pressureKPa: CLAPPER_KPA })
  return phases
}

/** What lies under the iron for a recipe, from the press cloth down. */
export const stackOf = (setup: PressSetup, recipe: Recipe): Stack => buildStack({
  fabric: setup.fabric, supply: setup.supply, pressCloth: setup.pressCloth, surface: setup.surface, firstSide: recipe.firstSide,
  pressClothWaterGsm: recipe.pressClothWaterGsm, mistGsm: recipe.method === 'dryMist' ? 0 : recipe.mistGsm,
})
function runOf(setup: PressSetup, recipe: Recipe, options: EvaluateOptions): Transient {
  return runProgramme(stackOf(setup, recipe), { sole: soleOf(setup, recipe, options), phases: options.phases ?? phasesOf(recipe),
    roomC: ROOM_C }, options)
}

function damageInputOf(setup: PressSetup, recipe: Recipe, options: EvaluateOptions): DamageInput {
  const other = recipe.firstSide === 'back' ? 'face' : 'back'
  return {
    fabric: setup.fabric, interfacingBase: setup.supply.base, adhesiveGsm: setup.supply.adhesiveGsm,
    pressClothFibre: setup.pressCloth ? PRESS_CLOTH_KINDS[setup.pressCloth].fibre : null, covered: setup.pressCloth !== null,
    surface: setup.surface,
    sides: recipe.passes === 2 ? [recipe.firstSide, other] : [recipe.firstSide],
    soleC: recipe.setting.meanC + (options.soleOffsetC ?? 0), pressureKPa: recipe.pressureKPa, blendRule: setup.blendRule,
  }
}

/**
 * The adhesive on the setup, as this workroom knows it: its grade, its lot by the sheet, then what swatches taught. @throws Error where
 * the supply carries none
 */
export function adhesiveOf(setup: Pick<PressSetup, 'supply'>, options: EvaluateOptions = {}): Adhesive {
  const { adhesive, grade = 'hand', lot } = setup.supply
  if (!adhesive) throw new Error('The supply has no adhesive: there is nothing to fuse.')
  return shifted(
    gradeOf(adhesive, grade), (lot?.rateFactor ?? 1) * (options.rateFactor ?? 1), (lot?.meltShiftC ?? 0) + (options.meltShiftC ?? 0),
  )
}

/** Runs the recipe on the setup and reads bond and harm off it. The setup's supply must carry adhesive. */
export function evaluate(setup: PressSetup, recipe: Recipe, options: EvaluateOptions = {}): Outcome {
  const adhesive = adhesiveOf(setup, options)
  const run = runOf(setup, recipe, options)
  const bond = bondOf(run, adhesive)
  const flags = damageOf(run, bond, damageInputOf(setup, recipe, options))
  return { run, bond, flags, harm: flags[0]?.severity ?? 0 }
}

/** Bond and harm against seconds: what every hold along one position would have given. */
export interface HoldPath {
  run: Transient
  bond: BondCourse
  /** Severity of the worst harm after each step. */
  harm: Float32Array
  /** When the sole was set down for the hold, s: after warming and laying. */
  fromS: number
}

/** When a recipe's first hold begins, s. */
const holdFromS = (recipe: Pick<Recipe, 'warmS'>): number => recipe.warmS > 0 ? recipe.warmS + LAY_S : 0

/**
 * One transient that serves for every hold up to the recipe's: the sole is set down once and never lifted, so that reading
 * it at t gives what lifting at t would have given. Only for a single pass.
 */
export function holdPath(setup: PressSetup, recipe: Recipe, options: EvaluateOptions = {}): HoldPath {
  const single: Recipe = { ...recipe, passes: 1, coolS: 0, touches: undefined }
  return { ...evaluateAlong(setup, single, { ...options, skipSurface: true }), fromS: holdFromS(single) }
}

/** Bond and harm after every step of whatever was done. */
export function evaluateAlong(setup: PressSetup, recipe: Recipe, options: EvaluateOptions = {}): Omit<HoldPath, 'fromS'> {
  const run = runOf(setup, recipe, options)
  const bond = bondOf(run, adhesiveOf(setup, options))
  return { run, bond, harm: harmAlong(run, bond, damageInputOf(setup, recipe, options)) }
}

/** What heat does to some fibres of the fabric along a path. */
export const fibreHarmAlong = (setup: PressSetup, recipe: Recipe, run: Transient, fibres: readonly FibreKey[]): Float32Array =>
  heatHarmAlong(run, damageInputOf(setup, recipe, {}), fibres)

export const bondAtHold = (path: HoldPath, holdS: number): number => valueAt(path.run, path.bond.progress, path.fromS + holdS)
export const harmAtHold = (path: HoldPath, holdS: number): number => valueAt(path.run, path.harm, path.fromS + holdS)

/** Shortest hold after which a figure along a path has come to `wanted`, s; null where it never does. */
export function holdReaching(path: HoldPath, values: Float32Array, wanted: number): number | null {
  const { timesS, steps } = path.run
  for (let i = 1; i < steps; i++) {
    if (timesS[i]! <= path.fromS || values[i]! < wanted) continue
    const rise = values[i]! - values[i - 1]!
    const share = rise > 0 ? Math.max(0, (wanted - values[i - 1]!) / rise) : 0
    return Math.max(0, timesS[i - 1]! + share * (timesS[i]! - timesS[i - 1]!) - path.fromS)
  }
  return null
}
