/** A usual setup, for tests: cotton poplin, a light woven interfacing, a household iron, muslin, a padded board. What is not said is so. */
import type { PressSetup } from './recipe'

export const poplin: PressSetup['fabric'] = {
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
  finishes: [],
}
export const lawn: PressSetup['supply'] = { massGsm: 60, thicknessMm: 0.21, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 }
export const poplinSetup = (more: Partial<PressSetup> = {}): PressSetup => ({
  fabric: poplin, supply: lawn, iron: { kind: 'household', settings: [] }, pressCloth: 'muslin', surface: 'padded', blendRule: 'strict',
  ...more,
})
