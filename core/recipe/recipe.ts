import type { BedKindKey, CoverKindKey, IronKindKey, Origin } from '../materials'
import type { BlendRule, Evidence } from '../limit'
import type { ClothInput, SupplyInput } from '../stack'

export type Method = 'dry' | 'steam' | 'mist' | 'damp'
export const METHODS: readonly Method[] = ['dry', 'steam', 'mist', 'damp']
export type Side = 'back' | 'face'
export type Lean = 'weight' | 'lean'

export interface IronStop {
  label: string
  /** Mean sole temperature at this stop, °C. */
  meanC: number
  /** Half-width of the thermostat's swing, °C. */
  swingC: number
  origin: Origin
}

export interface IronInput {
  kind: IronKindKey
  stops: IronStop[]
}

/** Everything that is on the board for one question. */
export interface Bench {
  cloth: ClothInput
  supply: SupplyInput
  iron: IronInput
  cover: CoverKindKey | null
  bed: BedKindKey
  blendRule: BlendRule
  /** Care label, corner tests and swatches of this very cloth. */
  evidence?: Evidence
}

/** One way of pressing, complete enough to be followed. */
export interface Recipe {
  method: Method
  stop: IronStop
  firstSide: Side
  passes: 1 | 2
  holdS: number
  lean: Lean
  pressureKPa: number
  /** Water in the cover at each set-down, g/m². */
  coverWaterGsm: number
  mistGsm: number
  /** Steam from the iron during the first `steamS` seconds of each hold, g/(m²·s). */
  steamGM2S: number
  steamS: number
  /** Seconds under a cool clapper until the resin has set. */
  coolS: number
}
