import type { SurfaceKindKey, PressClothKindKey, IronKindKey, Origin } from '../materials'
import type { BlendRule, Evidence } from '../limit'
import type { FabricInput, SupplyInput } from '../stack'

/** The last two: misted and steamed at once; fused dry from the back, then misted and pressed from the face. */
export type Method = 'dry' | 'steam' | 'mist' | 'damp' | 'mistSteam' | 'dryMist'
/** Tried everywhere. */
export const USUAL_METHODS: readonly Method[] = ['dry', 'steam', 'mist', 'damp']
/** Practised where none of the usual ones works: of themselves they lead nowhere else. */
export const SPARE_METHODS: readonly Method[] = ['mistSteam', 'dryMist']
export const METHODS: readonly Method[] = [...USUAL_METHODS, ...SPARE_METHODS]
export type Side = 'back' | 'face'
export type Lean = 'weight' | 'lean'
/** A way of pressing: as the supply's sheet says, or one of the moistures worked out. */
export type Way = 'sheet' | Method
export const WAYS: readonly Way[] = ['sheet', ...METHODS]

/** What the house has decided about fusing. */
export interface HouseHabits {
  /** Lean on the iron, where the fabric withstands it. */
  lean: boolean
  /** Warm the fabric by itself for a few seconds before the interfacing is laid on, where it may be. */
  warmFirst: boolean
  /** Always press from both sides, not only where one is not enough. */
  bothSides: boolean
  /** A hold over this counts as a fault, s. */
  patienceS: number
  /** The house's school: whichever forgives most, dry, or moist. */
  moisture: 'widest' | 'dry' | 'moist'
  /** Handled as soon as a hand rests on it, or when it is quite cold. */
  cooling: 'touch' | 'cold'
}
export const USUAL_HABITS: HouseHabits = {
  lean: true, warmFirst: true, bothSides: false, patienceS: 20, moisture: 'widest', cooling: 'touch',
}

export interface IronSetting {
  label: string
  /** Mean sole temperature at this setting, °C. */
  meanC: number
  /** Half-width of the thermostat's swing, °C. */
  swingC: number
  origin: Origin
}

export interface IronInput {
  kind: IronKindKey
  settings: IronSetting[]
}

/** Everything that is on the board for one question. */
export interface PressSetup {
  fabric: FabricInput
  supply: SupplyInput
  iron: IronInput
  pressCloth: PressClothKindKey | null
  surface: SurfaceKindKey
  blendRule: BlendRule
  /** House rules; the usual ones when absent. */
  habits?: HouseHabits
  /** Care label, corner tests and swatches of this very fabric. */
  evidence?: Evidence
}

/** One way of pressing, complete enough to be followed. */
export interface Recipe {
  method: Method
  setting: IronSetting
  firstSide: Side
  passes: 1 | 2
  /** Seconds the fabric is warmed by itself first; 0 = it is not. */
  warmS: number
  holdS: number
  /** Seconds on the other side after turning; null = as long as the first. Only where there are two passes. */
  secondS: number | null
  lean: Lean
  pressureKPa: number
  /** Water in the press cloth at each position, g/m². */
  pressClothWaterGsm: number
  mistGsm: number
  /** Steam from the iron during the first `steamS` seconds of each hold, g/(m²·s). */
  steamGM2S: number
  steamS: number
  /** Set down so often at each position, the sole away for `APART_S` between; absent = once. */
  touches?: number
  /** Seconds under a cool clapper, where it was pressed, until the adhesive has set. */
  coolS: number
  /** Seconds flat on a cool table after that, until it may be handled. */
  tableS: number
}

export const isByHand = (iron: Pick<IronInput, 'kind'>): boolean => iron.kind !== 'heatPress'

/** Between two touches the sole is away: lift, look, set down again, s. */
export const APART_S = 4

/** Seconds with the sole down, in all. */
export const pressedS = (r: Pick<Recipe, 'warmS' | 'holdS' | 'secondS' | 'passes' | 'touches'>): number =>
  r.warmS + r.holdS * (r.touches ?? 1) + (r.passes === 2 ? (r.secondS ?? r.holdS) : 0)
