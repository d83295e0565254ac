import { fabricLimit } from '../limit'
import { bondAtHold, evaluate, harmAtHold, holdPath, adhesiveOf, type EvaluateOptions } from './evaluate'
import { barOf, pressureOf, usableSettings } from './methods'
import type { PressSetup, Recipe } from './recipe'
import { withCooling } from './cooling'
import { HARM_ALLOWED, type Blocked } from './answer'
import { COARSE } from './span'

/** A tack must only just catch: from here to here of a bond, and this much is aimed at. */
export const TACK_BOND: readonly [number, number] = [0.05, 0.5]
const TACK_WANTED = 0.2
const LONGEST_TACK_S = 20

/** A web tacked under its paper, to be peeled cold, or why it cannot be. */
export type Tack = { recipe: Recipe, bond: number, harm: number } | { blocked: Blocked }

/**
 * The tack of a two-step work: the web under its own paper, dry, the iron's weight, so many whole seconds that it just catches.
 * Each allowed setting is tried; the one whose tack comes nearest to a fifth of a bond stands.
 */
export function searchTack(setup: PressSetup, options: EvaluateOptions = {}): Tack {
  const limit = fabricLimit(setup.fabric, setup.blendRule, setup.evidence)
  const papered: PressSetup = { ...setup, pressCloth: 'parchment' }
  const bar = barOf('dry', papered, limit, options.soleOffsetC)
  if (bar) return { blocked: bar }
  let best: { recipe: Recipe, away: number } | null = null
  let nearest: Blocked = { why: 'noSettings' }
  for (const setting of usableSettings('dry', papered, limit, options.soleOffsetC)) {
    const recipe: Recipe = {
      method: 'dry', setting, firstSide: 'back', passes: 1, lean: 'weight', warmS: 0, holdS: LONGEST_TACK_S, secondS: null, coolS: 0,
      tableS: 0,
      pressureKPa: pressureOf(setup.iron.kind, 'weight'), pressClothWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0,
    }
    const path = holdPath(papered, recipe, { ...options, ...COARSE })
    for (let holdS = 1; holdS <= LONGEST_TACK_S; holdS++) {
      const bond = bondAtHold(path, holdS)
      if (bond < TACK_BOND[0] || bond > TACK_BOND[1] || harmAtHold(path, holdS) > HARM_ALLOWED) continue
      const away = Math.abs(Math.log(bond / TACK_WANTED)) + holdS / LONGEST_TACK_S
      if (!best || away < best.away) best = { recipe: { ...recipe, holdS }, away }
    }
    const last = bondAtHold(path, LONGEST_TACK_S)
    nearest = last > TACK_BOND[1]
      ? { why: 'catchesTooHard', bond: bondAtHold(path, 1), soleC: setting.meanC }
      : { why: 'underBonded', bond: last, peakC: path.bond.peakC, wantedC: adhesiveOf(setup, options).windowC[0], soleC: setting.meanC }
  }
  if (!best) return { blocked: nearest }
  const recipe = withCooling(papered, best.recipe, options)
  const outcome = evaluate(papered, recipe, options)
  return { recipe, bond: outcome.bond.final, harm: outcome.harm }
}
