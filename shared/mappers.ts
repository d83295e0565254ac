/** The one way from what is kept to what core computes with. */
import type { Bench, IronInput, Recipe } from '#core/recipe'
import type { ClothInput, SupplyInput } from '#core/stack'
import type { BedKindKey, Origin } from '#core/materials'
import type { Judged, ProofGround, ProofTrial } from '#core/learn'
import { knowledgeOf, type Knowledge } from '#core/window'
import type { BlendRule, Evidence } from '#core/limit'
import { couplingFrom } from '#core/hand'
import { clothPly, supplyPly, type MatchCloth, type MatchSupply } from '#core/match'
import type { Cloth, Cover, Iron, RecipePayload, Supply, Trial } from './schemas'

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

/** How precisely things are known: what was measured varies less. */
export const toKnowledge = (cloth: Cloth, supply: Supply, stopOrigin: Origin): Knowledge => knowledgeOf({
  stopMeasured: stopOrigin === 'measured' || stopOrigin === 'proved', massMeasured: cloth.massOrigin === 'measured', thicknessMeasured: cloth.thicknessOrigin === 'measured', sheet: supply.resinOrigin === 'maker' || supply.leaflet === 'maker',
})

/** A judged swatch as evidence of its bond. */
export function toJudged(t: Pick<Trial, 'grade' | 'marks' | 'readings'>): Judged {
  const pulls = t.readings.filter(r => r.kind === 'peel').map(r => r.value)
  return {
    grade: t.grade, dotsCrisp: t.marks.includes('dotsVisible'), overdone: t.marks.includes('strikeThrough') || t.marks.includes('stiff'),
    peelN50: pulls.length ? pulls.reduce((s, v) => s + v, 0) / pulls.length : null,
  }
}

/** What a kept swatch proves, and on what ground. */
export const toProofTrial = (t: Trial): ProofTrial => ({
  id: t.id, grade: t.grade, marks: t.marks, washes: t.washes, pressedAt: t.pressedAt,
  ground: groundOf(t.recipe, t.clothLot, t.supplyId, t.supplyLot, t.overSupplyIds, t.ironId, t.coverId, t.bed),
})

export const groundOf = (r: RecipePayload | Recipe, clothLot: string, supplyId: string, supplyLot: string, overIds: readonly string[], ironId: string, coverId: string | null, bed: string): ProofGround => ({
  clothLot, supplyId, supplyLot, overIds, ironId, stopLabel: r.stop.label, stopMeanC: r.stop.meanC, coverId, bed, method: r.method, firstSide: r.firstSide, passes: r.passes, holdS: r.holdS,
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
export interface PairPast { passed: number, failed: number, fusedBendingMm: number | null }

/** An overhang at 41.5° is twice the bending length; one measured on the fused swatch gives the coupling of this pair. */
export function toMatchSupply(s: Supply, past: PairPast = { passed: 0, failed: 0, fusedBendingMm: null }, cloth: MatchCloth | null = null): MatchSupply {
  const supply: MatchSupply = {
    id: s.id, code: s.code, name: s.name, family: s.family, base: s.base, baseFibre: s.baseFibre, massGsm: s.massGsm, thicknessMm: s.thicknessMm,
    resin: s.resin, resinGsm: s.resinGsm, form: s.form, givePct: s.givePct, bendingMm: s.overhangMm === null ? null : s.overhangMm / 2, colourHex: s.colourHex,
    moistOnly: s.leaflet === 'maker' && (s.makerMoisture === 'steam' || s.makerMoisture === 'damp'), washC: s.washC, tumble: s.tumble, widthMm: s.widthMm,
    pricePerM: s.pricePerM, stockM: s.stockM, passed: past.passed, failed: past.failed, coupling: null,
  }
  if (cloth && past.fusedBendingMm !== null) supply.coupling = couplingFrom([clothPly(cloth), supplyPly(supply)], past.fusedBendingMm).coupling
  return supply
}
