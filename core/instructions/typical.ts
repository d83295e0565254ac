import type { InterfacingBase, PressClothKindKey, FibreKey, AdhesiveGrade, AdhesiveKey } from '../materials'
import type { MakerRecipe } from '../stack'

/** What a maker's instructions say: so hot, so moist, so long, so hard, under what. */
export type Instructions = MakerRecipe

/** A household iron leaned on, and by its own weight, kPa. */
export const LEANED_KPA = 3
export const WEIGHT_KPA = 0.78
/** A muslin wrung out holds this much, g/m². */
export const WRUNG_MUSLIN_GSM = 80

const hand = (
  soleC: number, moisture: Instructions['moisture'], pressCloth: PressClothKindKey | null, holdS: number, more: Partial<Instructions> = {},
): Instructions => ({ soleC, holdS, moisture, pressCloth, pressureKPa: LEANED_KPA, firstSide: 'back', ...more })
const press = (soleC: number, holdS: number, pressureKPa: number): Instructions => ({
  soleC, holdS, moisture: 'dry', pressCloth: null, pressureKPa, firstSide: 'back',
})

/** What the makers of each grade commonly print. Typical; a supply's own sheet comes before it. */
export const TYPICAL_INSTRUCTIONS: Record<AdhesiveKey, Record<AdhesiveGrade, Instructions | null>> = {
  polyamide: { hand: hand(150, 'steam', 'muslin', 15), press: press(150, 12, 30) },
  polyamideLow: { hand: hand(150, 'dry', 'muslin', 10), press: press(125, 10, 15) },
  polyester: { hand: hand(190, 'dry', 'muslin', 15), press: press(155, 15, 30) },
  ldpe: { hand: hand(190, 'dry', 'muslin', 15), press: press(150, 12, 40) },
  hdpe: { hand: null, press: press(165, 16, 150) },
  eva: { hand: hand(150, 'dry', 'muslin', 10), press: press(115, 8, 15) },
  polyurethane: { hand: hand(150, 'dry', 'slipSheet', 30), press: press(150, 12, 30) },
  polyamideWeb: { hand: hand(150, 'damp', 'muslin', 12, { firstSide: 'face' }), press: press(130, 10, 20) },
  evaWeb: { hand: hand(150, 'dry', null, 6, { firstSide: 'face', pressureKPa: WEIGHT_KPA }), press: press(115, 8, 10) },
}

/** How the low-heat web is tacked first: under its paper, by weight. */
export const TYPICAL_TACK: Instructions = hand(150, 'dry', 'parchment', 2, { pressureKPa: WEIGHT_KPA })

/** A usual supply of each adhesive: what its maker's instructions are taken to have been tried with on the reference fabric. */
export const USUAL_SUPPLY: Record<
  AdhesiveKey,
  { massGsm: number, thicknessMm: number, base: FibreKey, adhesiveGsm: number, built: InterfacingBase }
> = {
  polyamide: { massGsm: 60, thicknessMm: 0.21, base: 'cotton', adhesiveGsm: 12, built: 'woven' },
  polyamideLow: { massGsm: 35, thicknessMm: 0.2, base: 'polyester', adhesiveGsm: 9, built: 'nonwoven' },
  polyester: { massGsm: 50, thicknessMm: 0.22, base: 'polyester', adhesiveGsm: 12, built: 'woven' },
  ldpe: { massGsm: 90, thicknessMm: 0.25, base: 'cotton', adhesiveGsm: 20, built: 'woven' },
  hdpe: { massGsm: 130, thicknessMm: 0.32, base: 'cotton', adhesiveGsm: 22, built: 'woven' },
  eva: { massGsm: 50, thicknessMm: 0.35, base: 'polyester', adhesiveGsm: 14, built: 'nonwoven' },
  polyurethane: { massGsm: 60, thicknessMm: 0.1, base: 'polyester', adhesiveGsm: 55, built: 'none' },
  polyamideWeb: { massGsm: 26, thicknessMm: 0.1, base: 'polyamide66', adhesiveGsm: 24, built: 'none' },
  evaWeb: { massGsm: 30, thicknessMm: 0.1, base: 'polyester', adhesiveGsm: 28, built: 'none' },
}
