import { TYPICAL_INSTRUCTIONS } from '../instructions'
import {
  CONSTRUCTIONS, FIBRES, PRESS_CLOTH_KINDS, IRON_KINDS, LOW_MELT, SHOT_S, steamGM2S, STEAMS_FROM_C, type PressClothKindKey, type FibreKey,
  type IronKindKey,
} from '../materials'
import type { FabricLimit } from '../limit'
import type { FabricInput, MakerRecipe, SupplyInput } from '../stack'
import type { HouseHabits, IronSetting, Lean, Method, PressSetup, Recipe } from './recipe'
import { settingAt } from './setting'

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
    mistGsm: ['mist', 'mistSteam', 'dryMist'].includes(method) ? MIST_GSM : 0,
    steamGM2S: isSteamed(method) ? steamGM2S(iron) : 0,
    steamS: isSteamed(method) ? SHOT_S : 0,
  }
}
/** The iron gives steam. */
export const isSteamed = (method: Method): boolean => method === 'steam' || method === 'mistSteam'

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
  /** It is not pressed from its face, which this method ends with. */
    | { why: 'faceBarred' }
  /** A heat press is used dry. */
    | { why: 'pressIsDry' }
  /** Its maker asks for the pressure of a press. */
    | { why: 'pressOnly', pressureKPa: number }

/** A setting above the limit by no more than this is let pass: a thermostat is read to about that, °C. */
export const SETTING_TOLERANCE_C = 5
/** A setting hotter than that is turned down: by little where it is a little too hot, to the limit itself from so many degrees on, K. */
const FADES_K = 10
/** A place between two settings is worth naming only where no setting lies so near under it, K. */
const PLACE_APART_K = 5
/** A dial is turned so far below its lowest setting and no further, K. */
const BELOW_DIAL_K = 15

/** Highest sole that the fabric withstands, °C: over a press cloth it may be hotter. */
const mostSoleC = (limit: Pick<FabricLimit, 'soleC' | 'coveredC'>, isCovered: boolean): number =>
  isCovered ? limit.coveredC : limit.soleC

/**
 * Settings that the fabric withstands, by what their sole is best known to be: the offset learned from swatches counts, the dial's word
 * does not. Where the next hotter one is too hot, the dial is turned to a place between: one degree more or less changes little.
 */
export function allowedSettings(
  settings: readonly IronSetting[], limit: Pick<FabricLimit, 'soleC' | 'coveredC'>, soleOffsetC = 0, isCovered = false,
): IronSetting[] {
  const mostC = mostSoleC(limit, isCovered) - soleOffsetC
  const sorted = [...settings].sort((a, b) => a.meanC - b.meanC)
  const within = sorted.filter(s => s.meanC <= mostC + SETTING_TOLERANCE_C), over = sorted[within.length]
  if (!over || mostSoleC(limit, isCovered) === 0) return within
  const overK = over.meanC - mostC
  const placeC = mostC + SETTING_TOLERANCE_C * Math.min(1, Math.max(0, 1 - (overK - SETTING_TOLERANCE_C) / FADES_K))
  const under = within.at(-1)
  if (under ? placeC - under.meanC <= PLACE_APART_K : over.meanC - placeC > BELOW_DIAL_K) return within
  return [...within, settingAt(settings, placeC)]
}

/** To few synthetic fibres hotter than their class, under a press cloth, no more harm than this is done; 1 is visible. */
export const HARM_ALLOWED_OVER_CLASS = 0.5
/** Fibres of the fabric whose own heat is looked at closely: the sole is hotter than their class, and the fabric's limit. */
export const overTheirClass = (fabric: Pick<FabricInput, 'fibres'>, limit: Pick<FabricLimit, 'soleC'>, soleC: number): FibreKey[] =>
  soleC > limit.soleC + SETTING_TOLERANCE_C ? fabric.fibres.map(f => f.fibre).filter(f => FIBRES[f].classC < soleC) : []

/** From this pressure on a maker's instructions are for a press: by hand they are no recipe, kPa. */
const PRESS_ONLY_KPA = 100
/** A low-melt adhesive is never under a sole hotter than this, °C. */
const LOW_MELT_MOST_C = 170

export function barOf(method: Method, setup: Pick<PressSetup, 'iron' | 'pressCloth' | 'supply'>, limit: FabricLimit,
  soleOffsetC = 0): Bar | null {
  const { iron, pressCloth, supply } = setup
  if (limit.soleC === 0) return { why: 'noHeat', fumes: limit.fumes }
  if (!limit.fusible) return { why: 'notFusible' }
  if (!supply.adhesive) return { why: 'noAdhesive' }
  if (iron.settings.length === 0) return { why: 'noSettings' }
  if (limit.pressClothNeeded && pressCloth === null) return { why: 'pressClothNeeded' }
  const asked = sheetOf(supply)
  if (iron.kind !== 'heatPress' && asked && asked.pressureKPa >= PRESS_ONLY_KPA)
    return { why: 'pressOnly', pressureKPa: asked.pressureKPa }
  if (iron.kind === 'heatPress' && method !== 'dry') return { why: 'pressIsDry' }
  const settings = allowedSettings(iron.settings, limit, soleOffsetC, pressCloth !== null)
  if (settings.length === 0)
    return { why: 'allSettingsTooHot', limitC: limit.soleC, coolestC: Math.min(...iron.settings.map(s => s.meanC)) + soleOffsetC }
  if (method === 'dry') return null
  if (isSteamed(method)) {
    if (limit.steam === 'no') return { why: 'steamBarred' }
    if (IRON_KINDS[iron.kind].steamGMin === 0) return { why: 'noSteam' }
    if (pressCloth !== null && !PRESS_CLOTH_KINDS[pressCloth].vapourPasses) return { why: 'steamStopped' }
    if (settings.every(s => s.meanC + soleOffsetC < STEAMS_FROM_C)) return { why: 'drips', soleC: Math.max(...settings.map(s => s.meanC)) }
    if (method === 'steam') return null
  }
  if (limit.water === 'no') return { why: 'waterBarred' }
  if (method === 'dryMist' && limit.backOnly) return { why: 'faceBarred' }
  if (method === 'damp' && (pressCloth === null || PRESS_CLOTH_KINDS[pressCloth].waterHoldGsm === 0)) return { why: 'noDampPressCloth' }
  return null
}

/** What the supply's own instructions say, or where they are lost the usual ones of its adhesive; null where there are none for a hand. */
export const sheetOf = ({ sheet, adhesive, grade = 'hand' }: Pick<SupplyInput, 'sheet' | 'adhesive' | 'grade'>): MakerRecipe | null =>
  sheet ?? (adhesive ? TYPICAL_INSTRUCTIONS[adhesive][grade] ?? TYPICAL_INSTRUCTIONS[adhesive].press : null)

/** What the fabric withstands and the adhesive: steam only from settings that make it, a low-melt adhesive never under a hot sole. */
export const usableSettings = (
  method: Method, { iron, pressCloth, supply }: Pick<PressSetup, 'iron' | 'pressCloth' | 'supply'>, limit: FabricLimit, soleOffsetC = 0,
): IronSetting[] => allowedSettings(iron.settings, limit, soleOffsetC, pressCloth !== null).filter(s =>
  (!isSteamed(method) || s.meanC + soleOffsetC >= STEAMS_FROM_C)
  && (!supply.adhesive || !LOW_MELT.has(supply.adhesive) || s.meanC + soleOffsetC <= LOW_MELT_MOST_C + SETTING_TOLERANCE_C))

/** The fabric is warmed so long by itself, s: creases out, the first damp gone. */
const WARM_S = 5

/** How fusing is borne down on here: leaned on, unless pile, texture, a laminate or the house forbids it. */
export const bearingOf = (limit: FabricLimit, fabric: Pick<FabricInput, 'nap' | 'construction' | 'finishes'>, habits: HouseHabits): Lean =>
  !habits.lean
  || fabric.nap === 'pile'
  || fabric.nap === 'texture'
  || limit.backOnly
  || CONSTRUCTIONS[fabric.construction].isLaminate
  || fabric.finishes.includes('filmLaminate')
    ? 'weight'
    : 'lean'

/** Seconds of warming first: where the house does so and the fabric may be touched twice. */
export const warmingS = (limit: FabricLimit, fabric: Pick<FabricInput, 'nap' | 'construction'>, habits: HouseHabits): number =>
  habits.warmFirst && fabric.nap !== 'pile' && limit.maxTouchS === null && !limit.backOnly ? WARM_S : 0
