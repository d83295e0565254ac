import { areaMm2 } from '../geometry'
import { bearingOutline, type SolePlacement, type SoleShape } from '../positions'
import type { Recipe } from '../recipe'
import { liesAs, type OperationKind } from './kinds'

/** Preshrinking: a touch everywhere, so long, s. Typical. */
const PRESHRINK_S = 5
/** It goes over all of the fabric with some to spare. */
const SPARE = 1.2
/** No operation is given more places than this. */
export const MOST_PLACEMENTS = 400

/** Fabric or trim by itself, before anything is on it. */
export const isPreshrink = (kind: OperationKind): boolean => ['fabric', 'trim'].includes(liesAs(kind))

/**
 * How it is preshrunk: at the hottest that it will ever see in this job, in steam where both take it, by touches.
 * @param hottest the hottest recipe of all that is pressed on it @param canSteam fabric and iron take steam
 */
export function preshrinkRecipe(hottest: Recipe, canSteam: boolean): Recipe {
  const steams = canSteam && hottest.steamS > 0
  return {
    ...hottest, method: steams ? 'steam' : 'dry', passes: 1, warmS: 0, holdS: PRESHRINK_S, secondS: null, touches: undefined, coolS: 0,
    tableS: 0, pressClothWaterGsm: 0, mistGsm: 0, ...(steams ? {} : { steamS: 0, steamGM2S: 0 }),
  }
}

/** Touches that go over so much fabric once, with some to spare. @param areaMm2Of of all of it, mm² */
export const touchesOver = (areaMm2Of: number, sole: SoleShape): number => areaMm2Of * SPARE / areaMm2(bearingOutline(sole))
/** Touches along so much trim. */
export const touchesAlong = (metres: number, sole: SoleShape): number => metres * 1000 / sole.longMm

/** So many touches in rows, about as long as wide: one at the least, and no more than can be numbered. */
export function touchesInRows(count: number, { longMm, wideMm }: SoleShape): SolePlacement[] {
  const n = Math.max(1, Math.min(MOST_PLACEMENTS, Math.ceil(count))), across = Math.ceil(Math.sqrt((n * longMm) / wideMm))
  return Array.from({ length: n }, (_, i) => ({ x: (i % across) * wideMm, y: -Math.floor(i / across) * longMm, headingDeg: 0 }))
}
