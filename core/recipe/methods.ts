import { CONSTRUCTIONS, PRESS_CLOTH_KINDS, IRON_KINDS, SHOT_S, steamGM2S, STEAMS_FROM_C, type PressClothKindKey,
  type IronKindKey } from '../materials'
import type { FabricLimit } from '../limit'
import type { FabricInput } from '../stack'
import type { HouseHabits, IronSetting, Lean, Method, Recipe } from './recipe'

/** A light spray that darkens the fabric, g/m². */
const MIST_GSM = 35
/** A press cloth wrung out well keeps this share of what it can hold. */
const WRUNG_SHARE = 0.5

/** What moisture a method brings with this iron and press cloth: press cloth and mist water g/m², steam g/(m²·s) for so many seconds. */
export function moistureOf(
  method: Method, iron: IronKindKey, pressCloth: PressClothKindKey | null,
): Pick<Recipe, 'pressClothWaterGsm' | 'mistGsm' | 'steamGM2S' | 'steamS'> {
  return {
    pressClothWaterGsm: method === 'damp' && pressCloth ? Math.round(PRESS_CLOTH_KINDS[pressCloth].waterHoldGsm * WRUNG_SHARE) : 0,
    mistGsm: method === 'mist' ? MIST_GSM : 0,
    steamGM2S: method === 'steam' ? steamGM2S(iron) : 0,
    steamS: method === 'steam' ? SHOT_S : 0,
  }
}

export const pressureOf = (iron: IronKindKey, lean: Lean): number =>
  lean === 'lean' ? IRON_KINDS[iron].leanKPa : IRON_KINDS[iron].weightKPa

/** Why a method or setting cannot be used at all, before any heat is computed. */
export type Bar
  = | { why: 'noHeat', fumes: boolean }
    | { why: 'notFusible' }
    | { why: 'noAdhesive' }
    | { why: 'noSettings' }
    | { why: 'waterBarred' }
    | { why: 'steamBarred' }
    | { why: 'noSteam' }
    | { why: 'steamStopped' }
    | { why: 'noDampPressCloth' }
    | { why: 'pressClothNeeded' }
    | { why: 'allSettingsTooHot', limitC: number, coolestC: number }
    | { why: 'drips', soleC: number }

/** Settings above the class by no more than this are let pass: a dial is read to about that, °C. */
const SETTING_TOLERANCE_C = 5

/**
 * Settings that the fabric withstands, by what their sole is best known to be: the offset learned from swatches counts, the dial's word
 * does not.
 */
export const allowedSettings = (settings: IronSetting[], limit: FabricLimit, soleOffsetC = 0): IronSetting[] =>
  settings.filter(s => s.meanC + soleOffsetC <= limit.soleC + SETTING_TOLERANCE_C)

export function barOf(
  method: Method, iron: { kind: IronKindKey, settings: IronSetting[] }, pressCloth: PressClothKindKey | null, hasAdhesive: boolean,
  limit: FabricLimit,
  soleOffsetC = 0,
): Bar | null {
  if (limit.soleC === 0) return { why: 'noHeat', fumes: limit.fumes }
  if (!limit.fusible) return { why: 'notFusible' }
  if (!hasAdhesive) return { why: 'noAdhesive' }
  if (iron.settings.length === 0) return { why: 'noSettings' }
  if (limit.pressClothNeeded && pressCloth === null) return { why: 'pressClothNeeded' }
  const settings = allowedSettings(iron.settings, limit, soleOffsetC)
  if (settings.length === 0)
    return { why: 'allSettingsTooHot', limitC: limit.soleC, coolestC: Math.min(...iron.settings.map(s => s.meanC)) + soleOffsetC }
  if (method === 'dry') return null
  if (method === 'steam') {
    if (limit.steam === 'no') return { why: 'steamBarred' }
    if (IRON_KINDS[iron.kind].steamGMin === 0) return { why: 'noSteam' }
    if (pressCloth !== null && !PRESS_CLOTH_KINDS[pressCloth].vapourPasses) return { why: 'steamStopped' }
    if (settings.every(s => s.meanC + soleOffsetC < STEAMS_FROM_C)) return { why: 'drips', soleC: Math.max(...settings.map(s => s.meanC)) }
    return null
  }
  if (limit.water === 'no') return { why: 'waterBarred' }
  if (method === 'damp' && (pressCloth === null || PRESS_CLOTH_KINDS[pressCloth].waterHoldGsm === 0)) return { why: 'noDampPressCloth' }
  return null
}

/** Steam only from settings that make it. */
export const usableSettings = (method: Method, settings: IronSetting[], limit: FabricLimit, soleOffsetC = 0): IronSetting[] =>
  allowedSettings(settings, limit, soleOffsetC).filter(s => method !== 'steam' || s.meanC + soleOffsetC >= STEAMS_FROM_C)

/** The fabric is warmed so long by itself, s: creases out, the first damp gone. */
const WARM_S = 5

/** How fusing is borne down on here: leaned on, unless pile, texture, a laminate or the house forbids it. */
export const bearingOf = (limit: FabricLimit, fabric: Pick<FabricInput, 'nap' | 'construction' | 'finishes'>, habits: HouseHabits): Lean =>
  !habits.lean
  || fabric.nap === 'pile'
  || fabric.nap === 'texture'
  || limit.backOnly
  || CONSTRUCTIONS[fabric.construction].laminate
  || fabric.finishes.includes('filmLaminate')
    ? 'weight'
    : 'lean'

/** Seconds of warming first: where the house does so and the fabric may be touched twice. */
export const warmingS = (limit: FabricLimit, fabric: Pick<FabricInput, 'nap' | 'construction'>, habits: HouseHabits): number =>
  habits.warmFirst && fabric.nap !== 'pile' && limit.maxTouchS === null && !limit.backOnly ? WARM_S : 0
