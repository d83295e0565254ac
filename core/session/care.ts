import { contrastOf } from '../match'
import { CONSTRUCTIONS, type ConstructionKey } from '../materials'
import type { Method } from '../recipe'

/** What an iron is filled with. */
export type Water = 'none' | 'tap' | 'distilled'

/** Why its sole asks to be cleaned, or nothing. */
export type SoleAsks = { why: 'bare', times: number } | { why: 'many', times: number } | null

/** So many fusings leave something on a sole even under a press cloth. Typical. */
const MANY_PRESSES = 60

/** @param since touches with adhesive since the sole was last cleaned: with a bare sole, and in all */
export function soleAsks({ bare, fused }: { bare: number, fused: number }): SoleAsks {
  if (bare > 0) return { why: 'bare', times: bare }
  return fused >= MANY_PRESSES ? { why: 'many', times: fused } : null
}

/** Why its water is wrong for this work, or nothing. */
export type WaterFault = 'hardOnPale' | 'hardOnShiny' | 'otherThanBook' | null

/** Paler than this a mineral spot shows: apart from white in lightness, 0 to 1. */
const PALE_WITHIN = 0.25

/** Steam from hard water leaves spots on pale and shiny fabric; some irons want hard water all the same: the book of the iron decides. */
export function waterFault(
  iron: { water: Water, bookWater: Water | null }, method: Method, fabric: { colourHex: string, construction: ConstructionKey } | null,
): WaterFault {
  if (method !== 'steam') return null
  if (iron.water === 'tap' && fabric) {
    if (CONSTRUCTIONS[fabric.construction].isSmooth) return 'hardOnShiny'
    if (contrastOf(fabric.colourHex, '#ffffff') < PALE_WITHIN) return 'hardOnPale'
  }
  return iron.bookWater !== null && iron.water !== iron.bookWater ? 'otherThanBook' : null
}
