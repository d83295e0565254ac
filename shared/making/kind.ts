/** What is asked of every kind of making: how it is set up, judged, pressed and worn. A kind is one file, and one row of the table. */
import type { StuckLayers } from '#core/care'
import type { Outline } from '#core/geometry'
import type { AdhesiveKey, FibreKey } from '#core/materials'
import type { StuckAsk } from '#core/mend'
import type { FabricInput, SupplyInput } from '#core/stack'
import type { Making, MakingKind, SpecOf, Supply } from '../schemas'
import type { MadeMaking } from './made'

/** What lies on the board where something is stuck on; null where it is not known. */
export interface StuckThings {
  garment: FabricInput
  /** A scrap, or the fabric of a shape. */
  item: FabricInput | null
  glue: SupplyInput | null
}
/** What a making leaves on the garment for good, as its care sees it. */
export interface Left {
  fibre: FibreKey | null
  adhesive: AdhesiveKey | null
  supply: Supply | null
  /** Ironed from the wrong side alone. */
  backOnly: boolean
  /** It wants a gentle wash. */
  gentle: boolean
}

export interface MakingKindOf<K extends MakingKind> {
  /** What is done with it, as an order. */
  order: string
  /** What it is called where other work than interfacing is offered; null where it is begun from elsewhere. */
  offered: string | null
  /** The screen it is set up on, and the tab of that screen. */
  screen: 'seams' | 'mend' | 'fix'
  tab: string | null
  /** @throws RangeError saying why it cannot be as it stands */
  judge: (spec: SpecOf<K>) => void
  /** All that it asks for under the iron, in the trade's order; it has been judged. */
  operations: (m: Making, spec: SpecOf<K>) => MadeMaking[]
  /** Which families of the shelf serve it. */
  families?: readonly Supply['family'][]
  /** Whatever of the shelf serves it has to stick; else it may be stitched too. */
  isStuck?: boolean
  /** What is placed on a garment, about its own middle. */
  outlines?: (spec: SpecOf<K>) => Outline[]
  /** What lies one on the other; null where nothing is stuck, or it is not known what or with what. */
  layers?: (spec: SpecOf<K>, things: StuckThings) => StuckLayers | null
  /** How it is pressed, where that is not as usual. */
  pressed?: (spec: SpecOf<K>, usual: StuckAsk) => Partial<StuckAsk>
  leaves?: (m: Making, spec: SpecOf<K>, supplies: readonly Supply[]) => Left[]
}

/** Left with what of the shelf holds it; nothing where that is not known. */
export const leftBy = (m: Pick<Making, 'supplyId'>, supplies: readonly Supply[], gentle: boolean): Left[] => {
  const supply = supplies.find(s => s.id === m.supplyId)
  return supply ? [{ fibre: null, adhesive: null, supply, backOnly: false, gentle }] : []
}
