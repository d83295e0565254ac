import type { Outline } from '#core/geometry'
import type { Recipe } from '#core/recipe'
import { movingShare, type SolePlacement } from '#core/positions'
import { soleOf } from './pressing'
import type { Iron } from './schemas'

/** A moving sole that gives a place less than this of its time is no way of pressing: no hold is made longer than this asks. */
const LEAST_SHARE = 0.2

/** A sole that goes in circles gives each place less of its time: the hold is so much longer. Held still, nothing changes. */
export function circled(
  w: { motion: 'still' | 'circles', outline: Outline | null }, recipe: Recipe, placements: readonly SolePlacement[], iron: Iron,
): { recipe: Recipe, share: number | null } {
  if (w.motion === 'still' || !w.outline) return { recipe, share: null }
  const share = Math.min(1, Math.max(LEAST_SHARE, movingShare(w.outline, soleOf(iron.kind), placements).least))
  const longer = (s: number | null) => (s === null ? null : Math.round(s / share))
  return { share, recipe: { ...recipe, holdS: longer(recipe.holdS)!, secondS: longer(recipe.secondS) } }
}
