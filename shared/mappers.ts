/** The one way from what is kept to what core computes with. */
import type { Bench, IronInput, Recipe } from '#core/recipe'
import type { ClothInput, SupplyInput } from '#core/stack'
import type { BedKindKey } from '#core/materials'
import type { BlendRule, Evidence } from '#core/limit'
import type { MatchCloth, MatchSupply } from '#core/match'
import type { Cloth, Cover, Iron, RecipePayload, Supply } from './schemas'

export const toClothInput = (c: Pick<Cloth, 'fibres' | 'construction' | 'massGsm' | 'thicknessMm' | 'mayGetWet' | 'nap' | 'finishes'>): ClothInput => ({
  fibres: c.fibres.map(f => ({ ...f })), construction: c.construction, massGsm: c.massGsm, thicknessMm: c.thicknessMm,
  mayGetWet: c.mayGetWet, nap: c.nap, finishes: [...c.finishes],
})

export const toEvidence = (c: Pick<Cloth, 'labelIronC' | 'labelSteam' | 'cornerC' | 'swatches'>): Evidence => ({
  label: c.labelIronC === null && c.labelSteam === null ? null : { ironC: c.labelIronC, steam: c.labelSteam }, swatches: c.swatches, cornerC: c.cornerC,
})

/** @param over further layers on top of it, outward: they add weight and thickness between the sole and the glue line */
export const toSupplyInput = (s: Supply, over: readonly Supply[] = []): SupplyInput => ({
  massGsm: over.reduce((sum, x) => sum + x.massGsm, s.massGsm), thicknessMm: over.reduce((sum, x) => sum + x.thicknessMm, s.thicknessMm),
  base: s.baseFibre, resin: s.resin, resinGsm: s.resinGsm,
})

export const toIronInput = (i: Iron): IronInput => ({ kind: i.kind, stops: i.stops.map(s => ({ ...s })) })

export const toBench = (cloth: Cloth, supply: Supply, iron: Iron, cover: Cover | null, bed: BedKindKey, blendRule: BlendRule, over: readonly Supply[] = []): Bench => ({
  cloth: toClothInput(cloth), supply: toSupplyInput(supply, over), iron: toIronInput(iron), cover: cover?.kind ?? null, bed, blendRule, evidence: toEvidence(cloth),
})

export const toRecipePayload = (r: Recipe): RecipePayload => ({ format: 1, ...r, stop: { ...r.stop } })

export const toMatchCloth = (c: Cloth): MatchCloth => ({
  ...toClothInput(c), colourHex: c.colourHex, sheer: c.sheer, giveAlongPct: c.giveAlongPct, giveAcrossPct: c.giveAcrossPct, bendingMm: c.bendingAlongMm,
})

/** What was learned of this cloth with this supply. */
export interface PairPast { passed: number, failed: number, coupling: number | null }

/** An overhang at 41.5° is twice the bending length. */
export const toMatchSupply = (s: Supply, past: PairPast = { passed: 0, failed: 0, coupling: null }): MatchSupply => ({
  id: s.id, code: s.code, name: s.name, family: s.family, base: s.base, baseFibre: s.baseFibre, massGsm: s.massGsm, thicknessMm: s.thicknessMm,
  resin: s.resin, resinGsm: s.resinGsm, form: s.form, givePct: s.givePct, bendingMm: s.overhangMm === null ? null : s.overhangMm / 2, colourHex: s.colourHex,
  moistOnly: s.leaflet === 'maker' && (s.makerMoisture === 'steam' || s.makerMoisture === 'damp'), washC: s.washC, tumble: s.tumble, widthMm: s.widthMm,
  pricePerM: s.pricePerM, stockM: s.stockM, ...past,
})
