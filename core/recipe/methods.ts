import { COVER_KINDS, IRON_KINDS, STEAMS_FROM_C, type CoverKindKey, type IronKindKey } from '../materials'
import type { ClothLimit } from '../limit'
import type { IronStop, Lean, Method, Recipe } from './recipe'

/** A light spray that darkens the cloth, g/m². */
export const MIST_GSM = 35
/** A cover wrung out well keeps this share of what it can hold. */
const WRUNG_SHARE = 0.5
/** A shot is held this long, s. */
const SHOT_S = 3

/** What moisture a method brings with this iron and cover: cover and mist water g/m², steam g/(m²·s) for so many seconds. */
export function moistureOf(method: Method, iron: IronKindKey, cover: CoverKindKey | null): Pick<Recipe, 'coverWaterGsm' | 'mistGsm' | 'steamGM2S' | 'steamS'> {
  const kind = IRON_KINDS[iron]
  const perM2S = (gMin: number) => gMin / 60 / (kind.bearingCm2 * 1e-4)
  return {
    coverWaterGsm: method === 'damp' && cover ? Math.round(COVER_KINDS[cover].waterHoldGsm * WRUNG_SHARE) : 0,
    mistGsm: method === 'mist' ? MIST_GSM : 0,
    steamGM2S: method === 'steam' ? perM2S(kind.steamGMin) : 0,
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

export const allowedStops = (stops: IronStop[], limit: ClothLimit): IronStop[] =>
  stops.filter(s => s.meanC <= limit.soleC + STOP_TOLERANCE_C)

export function barOf(method: Method, iron: { kind: IronKindKey, stops: IronStop[] }, cover: CoverKindKey | null, hasResin: boolean, limit: ClothLimit): Bar | null {
  if (limit.soleC === 0) return { why: 'noHeat', fumes: limit.fumes }
  if (!limit.fusible) return { why: 'notFusible' }
  if (!hasResin) return { why: 'noResin' }
  if (iron.stops.length === 0) return { why: 'noStops' }
  if (limit.coverNeeded && cover === null) return { why: 'coverNeeded' }
  const stops = allowedStops(iron.stops, limit)
  if (stops.length === 0) return { why: 'allStopsTooHot', limitC: limit.soleC, coolestC: Math.min(...iron.stops.map(s => s.meanC)) }
  if (method === 'dry') return null
  if (method === 'steam') {
    if (limit.steam === 'no') return { why: 'steamBarred' }
    if (IRON_KINDS[iron.kind].steamGMin === 0) return { why: 'noSteam' }
    if (cover !== null && !COVER_KINDS[cover].vapourPasses) return { why: 'steamStopped' }
    if (stops.every(s => s.meanC < STEAMS_FROM_C)) return { why: 'drips', soleC: Math.max(...stops.map(s => s.meanC)) }
    return null
  }
  if (limit.water === 'no') return { why: 'waterBarred' }
  if (method === 'damp' && (cover === null || COVER_KINDS[cover].waterHoldGsm === 0)) return { why: 'noDampCover' }
  return null
}

/** Steam only from stops that make it. */
export const usableStops = (method: Method, stops: IronStop[], limit: ClothLimit): IronStop[] =>
  allowedStops(stops, limit).filter(s => method !== 'steam' || s.meanC >= STEAMS_FROM_C)
