import type { BlendRule, Evidence } from '../limit'
import type { SurfaceKindKey, PressClothKindKey } from '../materials'
import type { IronInput, Recipe } from '../recipe'
import type { FabricInput } from '../stack'
import type { Bulk, PrintThrough } from './bulk'
import type { SeamDetailKey, Motion, SupportKey } from './details'
import type { SetPoint } from './sets'

/** Heat, steam, pressure: two at a time, never all three while the iron moves. */
export type Agent = 'heat' | 'steam' | 'pressure'
export interface House {
  /** Seams of fabric that would take steam. */
  piecing: 'dry' | 'steam'
  cooling: 'touch' | 'cold'
  alwaysPressCloth: boolean
}
export interface SeamDetailAsk {
  seamDetail: SeamDetailKey
  fabric: FabricInput
  iron: IronInput
  pressCloth: PressClothKindKey | null
  surface: SurfaceKindKey
  blendRule: BlendRule
  evidence?: Evidence
  house: House
  /** What of the board's helpers is there. */
  kit: readonly SupportKey[]
}

/** With what: the iron set down; the iron held over it; no heat at all. */
type Means = 'iron' | 'hover' | 'cold'
/** One thing the hands do, with its agents. */
export type SeamDetailStep
  = | { do: 'setFlat', forS: number, agents: Agent[] }
    | { do: 'press', side: 'back' | 'face', forS: number, agents: Agent[] }
    | { do: 'hover', forS: number, agents: Agent[] }
    | { do: 'fingers' | 'roller' | 'coldIron' | 'stitch' | 'hang' | 'smooth', agents: Agent[] }
    | { do: 'look', side: 'back' | 'face', forS: number, agents: Agent[] }
    | { do: 'clapper' | 'rest', forS: number, untilC: number, agents: Agent[] }

/** Why it is done so. */
export type SeamDetailReason
  = | { why: 'noHeat', fumes: boolean }
    | { why: 'pile', steam: boolean }
    | { why: 'limp' }
    | { why: 'hangs', steam: boolean }
    | { why: 'sets', setPoint: SetPoint, moist: boolean }
    | { why: 'stretches' }
    | { why: 'house', piecing: House['piecing'] }
    | { why: 'moistSets' }
    | { why: 'noMoisture', barred: 'water' | 'iron' | 'useless' }
    | { why: 'neverSets', lastC: number, setC: number }
    | { why: 'printsThrough', print: PrintThrough }
    | { why: 'ridge', bulk: Bulk }
    | { why: 'shortTouches', maxS: number, touches: number }
    | { why: 'backOnly' }
    | { why: 'texture' }
    | { why: 'bothSides' }
    | { why: 'noCooler', coolestC: number, limitC: number }

export interface Support {
  key: SupportKey
  /** It is not there: what is taken instead. */
  standIn: 'towel' | 'pileTowel' | 'paper' | 'air' | null
}
export interface SeamDetailPlan {
  seamDetail: SeamDetailKey
  means: Means
  motion: Motion
  supports: Support[]
  agents: Agent[]
  /** Null where no heat is used. */
  recipe: Recipe | null
  pressCloth: PressClothKindKey | null
  setPoint: SetPoint | null
  /** When the last ply has reached what sets it, s; null where it does not. */
  setAtS: number | null
  /** Every ply when the sole is lifted, from the sole down, °C. */
  liftedC: number[]
  /** Set down so many times where one touch may not be that long. */
  touches: number
  restS: number
  untilC: number
  /** Where it springs up again: until stiffener drawn along it has soaked in, and pressed again for so long, s; null where it may not. */
  springsUp: { soakS: number, forS: number } | null
  bulk: Bulk
  print: PrintThrough
  steps: SeamDetailStep[]
  reasons: SeamDetailReason[]
}
