import { bondOf, type BondCourse } from '../bond'
import { runProgramme, steadySole, thermostat, type Phase, type RunOptions, type SoleCurve, type Transient } from '../heat'
import { hurtOf, type HurtFlag } from '../hurt'
import { COVER_KINDS, IRON_KINDS, RESINS } from '../materials'
import { buildStack } from '../stack'
import type { Bench, Recipe } from './recipe'

/** Lifting, turning and laying back takes about this long, s. */
export const TURN_S = 3
/** A clapper bears about this hard, kPa. */
const CLAPPER_KPA = 0.6
const ROOM_C = 20

export interface Outcome {
  run: Transient
  bond: BondCourse
  flags: HurtFlag[]
  /** Severity of the worst flag; 1 = harm. */
  harm: number
}

export interface EvaluateOptions extends RunOptions {
  /** Added to the stop's mean, °C. */
  soleOffsetC?: number
  /** Thermostat phase 0-1; absent = the mean held steady. */
  phase?: number
}

export function soleOf(bench: Bench, recipe: Recipe, options: EvaluateOptions = {}): SoleCurve {
  const meanC = recipe.stop.meanC + (options.soleOffsetC ?? 0)
  if (options.phase === undefined) return steadySole(meanC)
  const { warmCPerS, coolCPerS } = IRON_KINDS[bench.iron.kind]
  return thermostat({ meanC, swingC: recipe.stop.swingC, warmCPerS, coolCPerS, phase: options.phase })
}

/** The recipe as phases: each pass down and lifted, turned between, then cooling under the clapper. */
export function phasesOf(recipe: Recipe, coolS = recipe.coolS): Phase[] {
  const phases: Phase[] = []
  for (let pass = 0; pass < recipe.passes; pass++) {
    if (pass > 0) phases.push({ kind: 'lifted', durationS: TURN_S }, { kind: 'turn', rewetCoverGsm: recipe.coverWaterGsm })
    phases.push({ kind: 'down', durationS: recipe.holdS, pressureKPa: recipe.pressureKPa, steamGM2S: recipe.steamGM2S, steamS: recipe.steamS })
  }
  if (coolS > 0) phases.push({ kind: 'clapper', durationS: coolS, pressureKPa: CLAPPER_KPA })
  return phases
}

/** Runs the recipe on the bench and reads bond and harm off it. The bench's supply must carry resin. */
export function evaluate(bench: Bench, recipe: Recipe, options: EvaluateOptions = {}): Outcome {
  const resin = bench.supply.resin
  if (!resin) throw new Error('The supply has no resin: there is nothing to fuse.')
  const stack = buildStack({
    cloth: bench.cloth, supply: bench.supply, cover: bench.cover, bed: bench.bed, firstSide: recipe.firstSide,
    coverWaterGsm: recipe.coverWaterGsm, mistGsm: recipe.mistGsm,
  })
  const run = runProgramme(stack, { sole: soleOf(bench, recipe, options), phases: phasesOf(recipe), roomC: ROOM_C }, options)
  const bond = bondOf(run, RESINS[resin])
  const other = recipe.firstSide === 'back' ? 'face' : 'back'
  const flags = hurtOf(run, bond, {
    cloth: bench.cloth, backingBase: bench.supply.base, resinGsm: bench.supply.resinGsm,
    coverFibre: bench.cover ? COVER_KINDS[bench.cover].fibre : null, covered: bench.cover !== null, bed: bench.bed,
    sides: recipe.passes === 2 ? [recipe.firstSide, other] : [recipe.firstSide],
    longestTouchS: recipe.holdS, soleC: recipe.stop.meanC + (options.soleOffsetC ?? 0), pressureKPa: recipe.pressureKPa, blendRule: bench.blendRule,
  })
  return { run, bond, flags, harm: flags[0]?.severity ?? 0 }
}
