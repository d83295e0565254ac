import { valueAt } from '../heat'
import { fabricLimit, type FabricLimit } from '../limit'
import { evaluateAlong, type EvaluateOptions } from './evaluate'
import type { PressSetup, Recipe, Side } from './recipe'

/** No place is touched for longer than this at a time, s, and none is gone over more often. Practice. */
const TOUCH_S = 5
const MOST_TOUCHES = 12

/** From which side short touches may come: the back, and where that alone is allowed, the face under a press cloth too. */
export function touchSides(limit: FabricLimit, setup: Pick<PressSetup, 'fabric' | 'pressCloth'>): Side[] {
  const coverable = setup.pressCloth !== null && setup.fabric.nap !== 'pile'
  return limit.backOnly || limit.maxTouchS !== null ? ['back', ...(coverable ? ['face' as const] : [])] : []
}

/** Seconds of one touch: never over what the fabric may be touched for. */
export const touchS = (limit: Pick<FabricLimit, 'maxTouchS'>): number => Math.min(TOUCH_S, limit.maxTouchS ?? TOUCH_S)

/**
 * Touches of a few seconds with the sole away between, looked at after each: how many bond, and how many more do no harm. The heat of all
 * of them adds up in one transient. Null where the most there may be does not bond.
 * @returns the least that bonds and the most that does not hurt, with what the harm comes to after each
 */
export function touchesToBond(
  setup: PressSetup, draft: Recipe, wanted: { bond: number, harm: number }, options: EvaluateOptions,
): { least: number, most: number, harm: number[] } | null {
  const limit = fabricLimit(setup.fabric, setup.blendRule, setup.evidence), holdS = touchS(limit)
  const { run, bond, harm } = evaluateAlong(setup, { ...draft, holdS, touches: MOST_TOUCHES, coolS: 0 }, { ...options, skipSurface: true })
  const lifts = run.marks.filter(m => m.kind === 'lift').map(m => m.atS)
  const bonds = lifts.map(t => valueAt(run, bond.progress, t)), harms = lifts.map(t => valueAt(run, harm, t))
  const first = bonds.findIndex(b => b >= wanted.bond)
  if (first < 0) return null
  const hurts = harms.findIndex(h => h > wanted.harm)
  return { least: first + 1, most: hurts < 0 ? MOST_TOUCHES : hurts, harm: harms }
}
