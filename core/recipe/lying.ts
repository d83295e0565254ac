import type { Phase } from '../heat'
import { CLAPPER_KPA } from '../materials'
import { evaluate, phasesOf, type EvaluateOptions } from './evaluate'
import type { PressSetup, Recipe } from './recipe'
import { coolingS } from './search'
import { COARSE } from './span'

/** To the touch: a hand rests on it; cold: no warmer than the hand itself. °C, typical. */
export const TOUCH_C = 40,
  COLD_C = 32
/** No piece is waited for longer, s. */
const LONGEST_S = 900

/**
 * Seconds that a pressed piece lies flat under the clapper until nothing of it is warmer than `untilC`; never less than its adhesive takes
 * to
 * set. By the same transient as the recipe, rounded up to 5 s.
 */
export function lyingCoolS(setup: PressSetup, recipe: Recipe, untilC: number, options: EvaluateOptions = {}): number {
  const phases: Phase[] = [...phasesOf(recipe, 0), { kind: 'clapper', durationS: LONGEST_S, pressureKPa: CLAPPER_KPA }]
  const { run } = evaluate(setup, recipe, { ...options, ...COARSE, phases })
  const lifted = run.marks.filter(m => m.kind === 'lift').at(-1)!.atS
  const own = run.layers.filter(l => l.layer.role !== 'surface' && l.layer.role !== 'pressCloth')
  let coldS = LONGEST_S
  for (let i = 0; i < run.steps; i++) {
    if (run.timesS[i]! < lifted || own.some(l => l.meanC[i]! > untilC)) continue
    coldS = run.timesS[i]! - lifted
    break
  }
  return Math.max(Math.ceil(coldS / 5) * 5, coolingS(setup, recipe, options))
}
