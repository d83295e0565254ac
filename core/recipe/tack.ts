import { clothLimit } from '../limit'
import { bondAtHold, evaluate, harmAtHold, holdPath, resinOf, type EvaluateOptions } from './evaluate'
import { barOf, pressureOf, usableStops } from './methods'
import type { Bench, Recipe } from './recipe'
import { coolingS, HARM_ALLOWED, type Blocked } from './search'
import { COARSE } from './span'

/** A tack must only just catch: from here to here of a bond, and this much is aimed at. */
export const TACK_BOND: readonly [number, number] = [0.05, 0.5]
const TACK_WANTED = 0.2
const LONGEST_TACK_S = 20

/** A web tacked under its paper, to be peeled cold, or why it cannot be. */
export type Tack = { recipe: Recipe, bond: number, harm: number } | { blocked: Blocked }

/**
 * The tack of a two-step work: the web under its own paper, dry, the iron's weight, so many whole seconds that it just catches.
 * Each allowed stop is tried; the one whose tack comes nearest to a fifth of a bond stands.
 */
export function searchTack(bench: Bench, options: EvaluateOptions = {}): Tack {
  const limit = clothLimit(bench.cloth, bench.blendRule, bench.evidence)
  const papered: Bench = { ...bench, cover: 'parchment' }
  const bar = barOf('dry', bench.iron, papered.cover, bench.supply.resin !== null, limit, options.soleOffsetC)
  if (bar) return { blocked: bar }
  let best: { recipe: Recipe, away: number } | null = null
  let nearest: Blocked = { why: 'noStops' }
  for (const stop of usableStops('dry', bench.iron.stops, limit, options.soleOffsetC)) {
    const recipe: Recipe = {
      method: 'dry', stop, firstSide: 'back', passes: 1, lean: 'weight', warmS: 0, holdS: LONGEST_TACK_S, secondS: null, coolS: 0,
      pressureKPa: pressureOf(bench.iron.kind, 'weight'), coverWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0,
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
      ? { why: 'catchesTooHard', bond: bondAtHold(path, 1), soleC: stop.meanC }
      : { why: 'underBonded', bond: last, peakC: path.bond.peakC, wantedC: resinOf(bench, options).windowC[0], soleC: stop.meanC }
  }
  if (!best) return { blocked: nearest }
  const recipe = { ...best.recipe, coolS: coolingS(papered, best.recipe, options) }
  const outcome = evaluate(papered, recipe, options)
  return { recipe, bond: outcome.bond.final, harm: outcome.harm }
}
