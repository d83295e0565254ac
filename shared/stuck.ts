/** What is stuck on a garment, as core is asked of it: its layers for the wearer's iron, and the whole of it for pressing. */
import type { StuckLayers } from '#core/care'
import { TYPICAL_INSTRUCTIONS } from '#core/instructions'
import { ADHESIVES, type SurfaceKindKey, type AdhesiveKey } from '#core/materials'
import type { StuckAsk } from '#core/mend'
import type { FabricInput, SupplyInput } from '#core/stack'
import type { MendSpec } from './mending'
import { toFabricInput, toEvidence, toIronInput, toSupplyInput } from './mappers'
import type { Fabric, PressCloth, Iron, Making, MakingSpec, Rules, ScrapKept, Supply, SpecOf } from './schemas'

const FORM = {
  woven: { construction: 'twill', nap: 'none' }, felt: { construction: 'felt', nap: 'none' },
  padded: { construction: 'fleece', nap: 'none' }, film: { construction: 'satin', nap: 'none' },
} as const
type Item = SpecOf<'badge'>['item']
/** What is stuck on, as a fabric. */
export const itemFabric = (i: Item): FabricInput => ({
  fibres: [{ fibre: i.fibre, sharePct: 100 }], ...FORM[i.form], massGsm: i.massGsm, thicknessMm: i.thicknessMm,
  mayGetWet: true, finishes: [],
})
/** A transfer's film, typical. */
const FILM: FabricInput = {
  fibres: [{ fibre: 'polyester', sharePct: 100 }], construction: 'satin', massGsm: 90, thicknessMm: 0.1, mayGetWet: false, nap: 'none',
  finishes: [],
}
/** Adhesive of what carries its own, g/m². Typical. */
const OWN_ADHESIVE_GSM = 40
const ownGlue = (adhesive: AdhesiveKey, adhesiveGsm = OWN_ADHESIVE_GSM): SupplyInput =>
  ({ massGsm: adhesiveGsm, thicknessMm: 0.1, base: 'polyester', adhesive, adhesiveGsm })
/** A scrap as a fabric: of a fabric that is known, or of what was said of it. */
export const scrapFabric = (s: ScrapKept, fabric: Fabric | null): FabricInput => fabric
  ? { ...toFabricInput(fabric), massGsm: s.massGsm }
  : { fibres: [], construction: 'poplin', massGsm: s.massGsm, thicknessMm: 0.27 * s.massGsm / 120, mayGetWet: true, nap: 'none',
      finishes: [] }

/** Seconds that a sheet of this adhesive commonly asks for, where its own says nothing; typical. */
const usualHoldS = (adhesive: AdhesiveKey): number => TYPICAL_INSTRUCTIONS[adhesive].hand?.holdS ?? ADHESIVES[adhesive].holdS

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
/**
 * What lies one on the other; null where nothing is stuck, or it is not known what or with what. @param item a scrap or a shape's fabric
 */
function layersIn(spec: MakingSpec, garment: FabricInput, item: FabricInput | null, supply: Supply | null): StuckLayers | null {
  const glue = supply?.adhesive ? toSupplyInput(supply) : null
  const on = (stuck: FabricInput | null, by: SupplyInput | null, inside = false) =>
    stuck && by && { item: stuck, garment, glue: by, inside }
  switch (spec.kind) {
    case 'hem':
      return on(garment, glue, true)
    case 'hole':
      return on(item, glue, true)
    case 'applique':
      return on(item, glue)
    case 'badge':
    case 'lettering':
      return on(itemFabric(spec.item), glue ?? ownGlue(spec.item.adhesive))
    case 'transfer':
      return on(FILM, glue ?? ownGlue(spec.adhesive))
    case 'labels':
      return on(FILM, ownGlue('polyurethane'))
    default:
      return null
  }
}
/**
 * The layers that the wearer's iron meets where a making sticks something on. A scrap, or the fabric of a shape, that is not known is
 * taken to be the garment's own fabric.
 */
export function stuckLayersOf(m: Pick<Making, 'spec'>, of: Fabric, item: Fabric | null, supply: Supply | null): StuckLayers | null {
  const garment = toFabricInput(of)
  return layersIn(m.spec, garment, item ? toFabricInput(item) : garment, supply)
}

/** A mend as core is asked; null where what it is stuck with is not known. */
export function toStuckAsk(spec: MendSpec, { garment, item, supply, iron, pressCloth, surface, rules }: MendThings): StuckAsk | null {
  const layers = layersIn(spec, toFabricInput(garment), item, supply)
  if (!layers) return null
  const here: StuckAsk = {
    ...layers, surface, iron: toIronInput(iron), blendRule: rules.blend, evidence: toEvidence(garment), cooling: rules.cooling,
    lean: rules.bearing === 'weight' ? 'weight' : 'lean', fromItem: true, fromGarment: true, under: null, first: null, leastS: 0,
    pressCloth: pressCloth?.kind ?? 'muslin', methods: ['dry', 'damp'],
  }
  switch (spec.kind) {
    case 'hole':
      return { ...here, first: 'item', under: 'muslin' }
    case 'badge':
      return {
        ...here, fromItem: spec.item.form !== 'film', first: spec.from === 'computed' ? null : spec.from === 'front' ? 'item' : 'garment',
      }
    case 'transfer':
      return {
        ...here, pressCloth: 'parchment', first: 'item', methods: ['dry'],
        leastS: spec.holdS ?? usualHoldS(layers.glue.adhesive ?? spec.adhesive),
      }
    case 'lettering':
      return {
        ...here, fromItem: false, under: 'parchment', methods: ['damp'],
        pressCloth: pressCloth && pressCloth.kind !== 'parchment' && pressCloth.kind !== 'slipSheet' ? pressCloth.kind : 'muslin',
      }
    case 'labels':
      return { ...here, fromGarment: false, pressCloth: 'parchment', methods: ['dry'], leastS: usualHoldS('polyurethane') }
    default:
      return here
  }
}
