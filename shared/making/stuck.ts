/** What is stuck on a garment, as core is asked of it. */
import type { StuckLayers } from '#core/care'
import { TYPICAL_INSTRUCTIONS } from '#core/instructions'
import { ADHESIVES, type AdhesiveKey } from '#core/materials'
import type { FabricInput, SupplyInput } from '#core/stack'
import { toFabricInput } from '../mappers'
import type { Fabric, ScrapKept, SpecOf } from '../schemas'

const FORM = {
  woven: { construction: 'twill', nap: 'none' }, felt: { construction: 'felt', nap: 'none' },
  padded: { construction: 'fleece', nap: 'none' }, film: { construction: 'satin', nap: 'none' },
} as const
/** What is stuck on, as a fabric. */
export const itemFabric = (i: SpecOf<'badge'>['item']): FabricInput => ({
  fibres: [{ fibre: i.fibre, sharePct: 100 }], ...FORM[i.form], massGsm: i.massGsm, thicknessMm: i.thicknessMm,
  mayGetWet: true, finishes: [],
})
/** A transfer's film, typical. */
export const FILM: FabricInput = {
  fibres: [{ fibre: 'polyester', sharePct: 100 }], construction: 'satin', massGsm: 90, thicknessMm: 0.1, mayGetWet: false, nap: 'none',
  finishes: [],
}
/** Adhesive of what carries its own, g/m². Typical. */
const OWN_ADHESIVE_GSM = 40
export const ownGlue = (adhesive: AdhesiveKey, adhesiveGsm = OWN_ADHESIVE_GSM): SupplyInput =>
  ({ massGsm: adhesiveGsm, thicknessMm: 0.1, base: 'polyester', adhesive, adhesiveGsm })
/** A scrap as a fabric: of a fabric that is known, or of what was said of it. */
export const scrapFabric = (s: ScrapKept, fabric: Fabric | null): FabricInput => fabric
  ? { ...toFabricInput(fabric), massGsm: s.massGsm }
  : { fibres: [], construction: 'poplin', massGsm: s.massGsm, thicknessMm: 0.27 * s.massGsm / 120, mayGetWet: true, nap: 'none',
      finishes: [] }

/** Seconds that a sheet of this adhesive commonly asks for, where its own says nothing; typical. */
export const usualHoldS = (adhesive: AdhesiveKey): number => TYPICAL_INSTRUCTIONS[adhesive].hand?.holdS ?? ADHESIVES[adhesive].holdS

/** One on the other, where it is known what and with what. @param inside from the wrong side of the garment */
export const layersOn = (garment: FabricInput, item: FabricInput | null, glue: SupplyInput | null, inside = false): StuckLayers | null =>
  item && glue && { item, garment, glue, inside }
