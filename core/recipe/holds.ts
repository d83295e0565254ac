import { valueAt } from '../heat'
import type { FibreKey } from '../materials'
import { bondAtHold, evaluate, fibreHarmAlong, harmAtHold, holdPath, type EvaluateOptions, type Outcome } from './evaluate'
import type { PressSetup, Recipe } from './recipe'

/** By hand nothing shorter can be counted, s: a lower setting is taken, or the iron's weight alone. */
export const SHORTEST_BY_HAND_S = 6
const SHORTEST_HOLD_S = 3
/**
 * A recipe is held this much longer than the least that bonds, and never less than a person's own count is off, where there is room
 * for it.
 */
const TO_SPARE = 0.2
export const LEAST_SPARE_S = 2
/** The second side needs less: the glue line is warm already. */
const SECOND_SHARE = 0.7

/** A draft held so long; the other side, where there is one, a little less. */
export const heldFor = (draft: Recipe, holdS: number): Recipe =>
  ({ ...draft, holdS, secondS: draft.passes === 2 ? Math.max(SHORTEST_HOLD_S, Math.round(holdS * SECOND_SHARE)) : null })

/** What bond and harm come to for a hold of so many seconds. */
interface Ladder {
  bondAt: (holdS: number) => number
  harmAt: (holdS: number) => number
  /** What heat does to some fibres of the fabric. */
  heatOn: (fibres: readonly FibreKey[], holdS: number) => number
  /** How hot the glue line comes at the longest hold, °C. */
  peakC: () => number
}

/** One pass is read off a single transient; two passes are run hold by hold, each once. */
export function ladderOf(setup: PressSetup, draft: Recipe, options: EvaluateOptions): Ladder {
  if (draft.passes === 1) {
    const path = holdPath(setup, draft, options)
    const known = new Map<string, Float32Array>()
    const along = (fibres: readonly FibreKey[]) => {
      const values = known.get(fibres.join()) ?? fibreHarmAlong(setup, draft, path.run, fibres)
      known.set(fibres.join(), values)
      return values
    }
    return {
      peakC: () => path.bond.peakC, bondAt: s => bondAtHold(path, s), harmAt: s => harmAtHold(path, s),
      heatOn: (fibres, s) => valueAt(path.run, along(fibres), path.fromS + s),
    }
  }
  const known = new Map<number, Outcome>()
  const at = (holdS: number): Outcome => {
    const outcome = known.get(holdS) ?? evaluate(setup, heldFor(draft, holdS), { ...options, skipSurface: true })
    known.set(holdS, outcome)
    return outcome
  }
  const heatOn = (fibres: readonly FibreKey[], s: number) =>
    Math.max(0, ...at(s).flags.filter(f => f.layer === 'fabric' && f.fibre && fibres.includes(f.fibre)).map(f => f.severity))
  return { peakC: () => at(draft.holdS).bond.peakC, bondAt: s => at(s).bond.final, harmAt: s => at(s).harm, heatOn }
}

/** A place between the least hold that bonds and the most that does not hurt, s: a fifth over the least, two at least, half-way at most. */
export const heldBetween = (leastS: number, mostS: number): number =>
  Math.round(leastS + Math.min((mostS - leastS) / 2, Math.max(LEAST_SPARE_S, leastS * TO_SPARE)))

/**
 * The hold that is counted, s: two to spare either way, by hand never under six, as the sheet says where that lies between; null where
 * there is no room for it.
 */
export function countedHoldS(leastS: number, mostS: number, byHand: boolean, sheetS: number | null = null): number | null {
  const fromS = Math.max(byHand ? SHORTEST_BY_HAND_S : SHORTEST_HOLD_S, leastS + (byHand ? LEAST_SPARE_S : 0))
  const toS = mostS - (byHand ? LEAST_SPARE_S : 0)
  return fromS > toS ? null : Math.min(toS, Math.max(fromS, heldBetween(leastS, mostS), sheetS ?? 0))
}
