import { runProgramme, type Phase, type RunOptions, type SoleCurve, type Stack } from '../heat'
import { CLAPPER_KPA, ROOM_C } from '../materials'
import { adhesiveOf, phasesOf, stackOf, soleOf, type EvaluateOptions } from './evaluate'
import { isByHand, USUAL_HABITS, type PressSetup, type Recipe } from './recipe'
import { COARSE } from './span'

/** An adhesive has set when it is so far under the start of its melting, K. Practice. */
const SET_UNDER_K = 20
/** By hand the clapper stays at least so long, s; nothing is waited for longer than the others, s. */
export const CLAPPER_LEAST_S = 15
const CLAPPER_LONGEST_S = 180, TABLE_LONGEST_S = 600
const STEP_S = 5

/** Until it may be handled, °C: what is stuck with adhesive, and a pressed seam; as the house has it, to the touch or cold. Practice. */
export const HANDLED_C = { fused: { touch: 45, cold: 32 }, seam: { touch: 60, cold: 45 } } as const

/** The two ways in which pressed work cools: held still under the clapper where it lies, then flat on a cool table until it is handled. */
export interface Cooling { coolS: number, tableS: number }
/** How long pressed work is left alone in all, s. */
export const leftAloneS = (r: Cooling): number => r.coolS + r.tableS

interface CoolingAsk { meltC: number | null, untilC: number, byHand: boolean }
/**
 * How pressed work cools, s, in steps of 5: under the clapper until its adhesive has set, on a table in air until none of it is warmer than
 * may be handled. By the same transient as the pressing.
 * @param pressed the phases up to the last lift @param meltC where the adhesive begins to melt, °C; null where nothing is stuck
 */
export function coolingOf(
  stack: Stack, sole: SoleCurve, pressed: readonly Phase[], { meltC, untilC, byHand }: CoolingAsk, options: RunOptions = {},
): Cooling {
  const cooling: Phase[] = meltC === null
    ? []
    : [{
        kind: 'clapper', durationS: CLAPPER_LONGEST_S, pressureKPa: CLAPPER_KPA,
        until: { layers: 'adhesive', atMostC: meltC - SET_UNDER_K, everyS: STEP_S, leastS: byHand ? CLAPPER_LEAST_S : STEP_S },
      }]
  cooling.push({ kind: 'table', durationS: TABLE_LONGEST_S, until: { layers: 'work', atMostC: untilC, everyS: STEP_S, leastS: 0 } })
  const run = runProgramme(stack, { sole, phases: [...pressed, ...cooling], roomC: ROOM_C }, { ...options, ...COARSE, skipSurface: true })
  const from = (kind: 'clapper' | 'table') => run.marks.findLast(m => m.kind === kind)?.atS
  const tableFromS = from('table')!, endS = run.timesS[run.steps - 1]!
  return { coolS: Math.round(tableFromS - (from('clapper') ?? tableFromS)), tableS: Math.round(endS - tableFromS) }
}

/** A recipe with the seconds that its work is left alone, as the house has it. */
export function withCooling(setup: PressSetup, recipe: Recipe, options: EvaluateOptions = {}): Recipe {
  const cooling = coolingOf(stackOf(setup, recipe), soleOf(setup, recipe, options), phasesOf(recipe, 0), {
    meltC: adhesiveOf(setup, options).meltC[0], untilC: HANDLED_C.fused[(setup.habits ?? USUAL_HABITS).cooling],
    byHand: isByHand(setup.iron),
  }, options)
  return { ...recipe, ...cooling }
}
