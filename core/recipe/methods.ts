import { CONSTRUCTIONS, COVER_KINDS, IRON_KINDS, SHOT_S, steamGM2S, STEAMS_FROM_C, type CoverKindKey, type IronKindKey } from '../materials'
import type { ClothLimit } from '../limit'
import type { ClothInput } from '../stack'
import type { HouseHabits, IronStop, Lean, Method, Recipe } from './recipe'

/** A light spray that darkens the cloth, g/m². */
const MIST_GSM = 35
/** A cover wrung out well keeps this share of what it can hold. */
const WRUNG_SHARE = 0.5

/** What moisture a method brings with this iron and cover: cover and mist water g/m², steam g/(m²·s) for so many seconds. */
export function moistureOf(
  method: Method, iron: IronKindKey, cover: CoverKindKey | null,
): Pick<Recipe, 'coverWaterGsm' | 'mistGsm' | 'steamGM2S' | 'steamS'> {
  return {
    coverWaterGsm: method === 'damp' && cover ? Math.round(COVER_KINDS[cover].waterHoldGsm * WRUNG_SHARE) : 0,
    mistGsm: method === 'mist' ? MIST_GSM : 0,
    steamGM2S: method === 'steam' ? steamGM2S(iron) : 0,
    steamS: method === 'steam' ? SHOT_S : 0,
  }
}

export const pressureOf = (iron: IronKindKey, lean: Lean): number =>
  lean === 'lean' ? IRON_KINDS[iron].leanKPa : IRON_KINDS[iron].weightKPa

/** Why a method or stop cannot be used at all, before any heat is computed. */
export type Bar
  = | { why: 'noHeat', fumes: boolean }
    | { why: 'notFusible' }
    | { why: 'noResin' }
    | { why: 'noStops' }
    | { why: 'waterBarred' }
    | { why: 'steamBarred' }
    | { why: 'noSteam' }
    | { why: 'steamStopped' }
    | { why: 'noDampCover' }
    | { why: 'coverNeeded' }
    | { why: 'allStopsTooHot', limitC: number, coolestC: number }
    | { why: 'drips', soleC: number }

/** Stops above the class by no more than this are let pass: a dial is read to about that, °C. */
const STOP_TOLERANCE_C = 5

/**
 * Stops that the cloth stands, by what their sole is best known to be: the offset learned from swatches counts, the dial's word does
 * not.
 */
export const allowedStops = (stops: IronStop[], limit: ClothLimit, soleOffsetC = 0): IronStop[] =>
  stops.filter(s => s.meanC + soleOffsetC <= limit.soleC + STOP_TOLERANCE_C)

export function barOf(
  method: Method, iron: { kind: IronKindKey, stops: IronStop[] }, cover: CoverKindKey | null, hasResin: boolean, limit: ClothLimit,
  soleOffsetC = 0,
): Bar | null {
  if (limit.soleC === 0) return { why: 'noHeat', fumes: limit.fumes }
  if (!limit.fusible) return { why: 'notFusible' }
  if (!hasResin) return { why: 'noResin' }
  if (iron.stops.length === 0) return { why: 'noStops' }
  if (limit.coverNeeded && cover === null) return { why: 'coverNeeded' }
  const stops = allowedStops(iron.stops, limit, soleOffsetC)
  if (stops.length === 0)
    return { why: 'allStopsTooHot', limitC: limit.soleC, coolestC: Math.min(...iron.stops.map(s => s.meanC)) + soleOffsetC }
  if (method === 'dry') return null
  if (method === 'steam') {
    if (limit.steam === 'no') return { why: 'steamBarred' }
    if (IRON_KINDS[iron.kind].steamGMin === 0) return { why: 'noSteam' }
    if (cover !== null && !COVER_KINDS[cover].vapourPasses) return { why: 'steamStopped' }
    if (stops.every(s => s.meanC + soleOffsetC < STEAMS_FROM_C)) return { why: 'drips', soleC: Math.max(...stops.map(s => s.meanC)) }
    return null
  }
  if (limit.water === 'no') return { why: 'waterBarred' }
  if (method === 'damp' && (cover === null || COVER_KINDS[cover].waterHoldGsm === 0)) return { why: 'noDampCover' }
  return null
}

/** Steam only from stops that make it. */
export const usableStops = (method: Method, stops: IronStop[], limit: ClothLimit, soleOffsetC = 0): IronStop[] =>
  allowedStops(stops, limit, soleOffsetC).filter(s => method !== 'steam' || s.meanC + soleOffsetC >= STEAMS_FROM_C)

/** The cloth is warmed so long by itself, s: creases out, the first damp gone. */
const WARM_S = 5

/** How fusing is borne down on here: leaned on, unless pile, texture, a laminate or the house forbids it. */
export const bearingOf = (limit: ClothLimit, cloth: Pick<ClothInput, 'nap' | 'construction' | 'finishes'>, habits: HouseHabits): Lean =>
  !habits.lean
  || cloth.nap === 'pile'
  || cloth.nap === 'texture'
  || limit.backOnly
  || CONSTRUCTIONS[cloth.construction].laminate
  || cloth.finishes.includes('filmLaminate')
    ? 'weight'
    : 'lean'

/** Seconds of warming first: where the house does so and the cloth may be touched twice. */
export const warmingS = (limit: ClothLimit, cloth: Pick<ClothInput, 'nap' | 'construction'>, habits: HouseHabits): number =>
  habits.warmFirst && cloth.nap !== 'pile' && limit.maxTouchS === null && !limit.backOnly ? WARM_S : 0
