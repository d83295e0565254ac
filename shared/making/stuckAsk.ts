/** What is stuck on, as core is asked of it: its layers for the wearer's iron, and the whole of it for pressing. */
import type { StuckLayers } from '#core/care'
import type { SurfaceKindKey } from '#core/materials'
import type { StuckAsk } from '#core/mend'
import type { FabricInput } from '#core/stack'
import { habitsOf } from '../house'
import { toFabricInput, toEvidence, toIronInput, toSupplyInput } from '../mappers'
import type { Fabric, PressCloth, Iron, Making, Rules, Supply } from '../schemas'
import { kindOf, layersIn, type MendSpec } from './kinds'

const glueOf = (supply: Supply | null) => (supply?.adhesive ? toSupplyInput(supply) : null)
/**
 * The layers that the wearer's iron meets where a making sticks something on. A scrap, or the fabric of a shape, that is not known is
 * taken to be the garment's own fabric.
 */
export function stuckLayersOf({ spec }: Pick<Making, 'spec'>, of: Fabric, item: Fabric | null, supply: Supply | null): StuckLayers | null {
  const garment = toFabricInput(of)
  return layersIn(spec, { garment, item: item ? toFabricInput(item) : garment, glue: glueOf(supply) })
}

export interface MendThings {
  garment: Fabric
  /** What is stuck on, where that is a fabric: the scrap, or the fabric of a shape. */
  item: FabricInput | null
  supply: Supply | null
  iron: Iron
  pressCloth: PressCloth | null
  surface: SurfaceKindKey
  rules: Rules
}
/** A mend as core is asked; null where what it is stuck with is not known. */
export function toStuckAsk(spec: MendSpec, { garment, item, supply, iron, pressCloth, surface, rules }: MendThings): StuckAsk | null {
  const layers = layersIn(spec, { garment: toFabricInput(garment), item, glue: glueOf(supply) })
  if (!layers) return null
  const usual: StuckAsk = {
    ...layers, surface, iron: toIronInput(iron), blendRule: rules.blend, evidence: toEvidence(garment), cooling: rules.cooling,
    lean: habitsOf(rules).lean ? 'lean' : 'weight', fromItem: true, fromGarment: true, under: null, first: null, leastS: 0,
    pressCloth: pressCloth?.kind ?? 'muslin', methods: ['dry', 'damp'],
  }
  return { ...usual, ...kindOf(spec).pressed?.(spec, usual) }
}
