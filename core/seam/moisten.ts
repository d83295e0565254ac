import { FIBRES } from '../materials'
import type { FabricInput } from '../stack'

/** What is put on before cutting, or on a seam that springs up. */
export type Body = 'water' | 'starch' | 'sizing'
/** Sprayed on so far, g/m². Typical. */
export const SPRAY_GSM: Record<Body, number> = { water: 35, starch: 45, sizing: 40 }
/** Drawn along a seam with a brush or a pen, g/m² of what it covers. Typical. */
const DRAWN_GSM = 30
/** How fast a fabric that loves water drinks, g/m² in a second's root. Typical: a light spray is gone in some 15 s. */
const DRINKS_GSM_PER_ROOT_S = 10
/** How eagerly, against cotton. Starch is thicker than water, sizing a little. */
const EAGER = { likes: 1, allows: 0.8, test: 0.7, light: 0.55, none: 0.4 } as const
const THICK: Record<Body, number> = { water: 1, starch: 0.8, sizing: 0.9 }
/** A fabric holds about its own mass before it drips. */
const HOLDS_SHARE = 1

/**
 * Seconds until what was sprayed on has soaked in and no longer sizzles under the sole: what wicks in grows with the root of time. Null
 * where it is more than the fabric holds, so that some stays on top. Source: wicking after Washburn; rates typical.
 */
export function soakS(body: Body, gsm: number, fabric: Pick<FabricInput, 'fibres' | 'massGsm'>): number | null {
  if (!(gsm > 0)) throw new RangeError('Spray: give how much, more than 0 g/m².')
  if (gsm > fabric.massGsm * HOLDS_SHARE) return null
  const total = fabric.fibres.reduce((s, f) => s + f.sharePct, 0)
  const eager = total > 0 ? fabric.fibres.reduce((s, f) => s + EAGER[FIBRES[f.fibre].water] * f.sharePct, 0) / total : EAGER.light
  return (gsm / (DRINKS_GSM_PER_ROOT_S * eager * THICK[body])) ** 2
}

/** Until stiffener drawn along a seam has soaked in, s; null where it is more than the fabric holds. */
export const drawnSoakS = (fabric: Pick<FabricInput, 'fibres' | 'massGsm'>): number | null => soakS('starch', DRAWN_GSM, fabric)
