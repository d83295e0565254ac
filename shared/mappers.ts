/** The one way from what is kept to what core computes with. */
import type { Bench, HouseHabits, IronInput, Recipe } from '#core/recipe'
import type { ClothInput, SupplyInput } from '#core/stack'
import type { BedKindKey, Origin } from '#core/materials'
import { rebased, type Judged, type PressedSwatch, type ProofGround, type ProofTrial } from '#core/learn'
import { gradeOfSheet, lotOf, readLot, type LotReading, type SheetFigures } from '#core/leaflet'
import { knowledgeOf, type Knowledge } from '#core/window'
import type { Evidence } from '#core/limit'
import { couplingFrom } from '#core/hand'
import { clothPly, supplyPly, type MatchCloth, type MatchSupply } from '#core/match'
import type { Cloth, Cover, Iron, RecipePayload, Rules, Supply, Trial } from './schemas'

export const toClothInput = (
  c: Pick<Cloth, 'fibres' | 'construction' | 'massGsm' | 'thicknessMm' | 'mayGetWet' | 'nap' | 'finishes'>,
): ClothInput => ({
  fibres: c.fibres.map(f => ({ ...f })), construction: c.construction, massGsm: c.massGsm, thicknessMm: c.thicknessMm,
  mayGetWet: c.mayGetWet, nap: c.nap, finishes: [...c.finishes],
})

export const toEvidence = (c: Pick<Cloth, 'labelIronC' | 'labelSteam' | 'cornerC' | 'swatches'>): Evidence => ({
  label: c.labelIronC === null && c.labelSteam === null ? null : { ironC: c.labelIronC, steam: c.labelSteam }, swatches: c.swatches,
  cornerC: c.cornerC,
})

/** What the house has settled about fusing, as the search needs it. */
export const toHabits = (r: Pick<Rules, 'bearing' | 'warm' | 'sides' | 'patience'>): HouseHabits =>
  ({ lean: r.bearing === 'lean', warmFirst: r.warm === 'first', bothSides: r.sides === 'both', patienceS: Number(r.patience) })

/** What stands on a supply's sheet; null where the leaflet is lost. */
const toSheetFigures = (
  s: Pick<Supply, 'leaflet' | 'makerC' | 'makerHoldS' | 'makerMoisture' | 'makerPressureKPa' | 'makerFor'>,
): SheetFigures | null =>
  s.leaflet === 'maker'
    ? { soleC: s.makerC, holdS: s.makerHoldS, moisture: s.makerMoisture, pressureKPa: s.makerPressureKPa, grade: s.makerFor }
    : null

/** What a supply's sheet says of its lot; null where it carries no resin. */
export const toLotReading = (s: Supply): LotReading | null => s.resin
  ? readLot({ resin: s.resin, massGsm: s.massGsm, thicknessMm: s.thicknessMm, base: s.baseFibre, resinGsm: s.resinGsm }, toSheetFigures(s))
  : null

/** @param over further layers on top of it, outward: they add weight and thickness between the sole and the glue line */
export function toSupplyInput(s: Supply, over: readonly Supply[] = []): SupplyInput {
  const reading = toLotReading(s)
  return {
    massGsm: over.reduce((sum, x) => sum + x.massGsm, s.massGsm),
    thicknessMm: over.reduce((sum, x) => sum + x.thicknessMm, s.thicknessMm), base: s.baseFibre, resin: s.resin, resinGsm: s.resinGsm,
    ...(reading
      ? { grade: gradeOfSheet(toSheetFigures(s)), lot: lotOf(reading), ...('leaflet' in reading ? { sheet: reading.leaflet } : {}) }
      : {}),
  }
}

/** How precisely things are known: what was measured varies less, and a sheet that fits its resin leaves less open of its lot. */
export const toKnowledge = (cloth: Cloth, supply: Supply, stopOrigin: Origin): Knowledge =>
  knowledgeOf({
    stopMeasured: stopOrigin === 'measured' || stopOrigin === 'proved', massMeasured: cloth.massOrigin === 'measured',
    thicknessMeasured: cloth.thicknessOrigin === 'measured', sheet: toLotReading(supply)?.state === 'fits',
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

export const groundOf = (
  r: RecipePayload | Recipe, clothLot: string, supplyId: string, supplyLot: string, overIds: readonly string[], ironId: string,
  coverId: string | null, bed: string,
): ProofGround => ({
  clothLot, supplyId, supplyLot, overIds, ironId, stopLabel: r.stop.label, stopMeanC: r.stop.meanC, coverId, bed, method: r.method,
  firstSide: r.firstSide, passes: r.passes, holdS: r.holdS, lean: r.lean, warmed: r.warmS > 0,
})

export const toIronInput = (i: Iron): IronInput => ({ kind: i.kind, stops: i.stops.map(s => ({ ...s })) })

/** The bench as it lies: cloth, backing and what is over it, iron, cover, bed, and the house's own ways. */
export const toBench = (
  cloth: Cloth, supply: Supply, iron: Iron, cover: Cover | null, bed: BedKindKey,
  rules: Pick<Rules, 'blend' | 'bearing' | 'warm' | 'sides' | 'patience'>, over: readonly Supply[] = [],
): Bench => ({
  cloth: toClothInput(cloth), supply: toSupplyInput(supply, over), iron: toIronInput(iron), cover: cover?.kind ?? null, bed,
  blendRule: rules.blend, habits: toHabits(rules), evidence: toEvidence(cloth),
})

export const toRecipePayload = (r: Recipe): RecipePayload => ({ format: 2, ...r, stop: { ...r.stop } })
export function toRecipe({ format: _, ...recipe }: RecipePayload): Recipe {
  return { ...recipe, stop: { ...recipe.stop } }
}

export const toMatchCloth = (c: Cloth): MatchCloth => ({
  ...toClothInput(c), colourHex: c.colourHex, sheer: c.sheer, giveAlongPct: c.giveAlongPct, giveAcrossPct: c.giveAcrossPct,
  bendingMm: c.bendingAlongMm,
})

/** What was learned of this cloth with this supply. */
export interface PairPast { passed: number, failed: number, fusedBendingMm: number | null }

/** An overhang at 41.5° is twice the bending length; one measured on the fused swatch gives the coupling of this pair. */
export function toMatchSupply(
  s: Supply, past: PairPast = { passed: 0, failed: 0, fusedBendingMm: null }, cloth: MatchCloth | null = null,
): MatchSupply {
  const supply: MatchSupply = {
    id: s.id, code: s.code, name: s.name, family: s.family, base: s.base, baseFibre: s.baseFibre, massGsm: s.massGsm,
    thicknessMm: s.thicknessMm, resin: s.resin, resinGsm: s.resinGsm, form: s.form, givePct: s.givePct,
    bendingMm: s.overhangMm === null ? null : s.overhangMm / 2, colourHex: s.colourHex,
    moistOnly: s.leaflet === 'maker' && (s.makerMoisture === 'steam' || s.makerMoisture === 'damp'), washC: s.washC, tumble: s.tumble,
    widthMm: s.widthMm, pricePerM: s.pricePerM, stockM: s.stockM, passed: past.passed, failed: past.failed, coupling: null,
    sheet: toSheetFigures(s),
  }
  if (cloth && past.fusedBendingMm !== null)
    supply.coupling = couplingFrom([clothPly(cloth), supplyPly(supply)], past.fusedBendingMm).coupling
  return supply
}

/** A swatch to learn from: plain data, as it crosses to a worker. */
export interface PlainLesson { swatch: PressedSwatch, judged: Judged }

/** Most swatches of a pairing that are learned from, newest first. */
const MOST_LESSONS = 12

/** The bench a swatch was pressed on, as far as its things are still known; null where its iron or its resin is gone. */
export function benchOfTrial(
  t: Trial, things: { cloth: Cloth, supplies: readonly Supply[], irons: readonly Iron[], covers: readonly Cover[], rules: Rules },
): Bench | null {
  const iron = things.irons.find(i => i.id === t.ironId),
    supply = things.supplies.find(s => s.id === t.supplyId)
  if (!iron || !supply?.resin) return null
  const cover = t.coverId ? things.covers.find(c => c.id === t.coverId) ?? null : null
  const over = t.overSupplyIds.map(id => things.supplies.find(s => s.id === id)).filter(s => s !== undefined)
  return toBench(things.cloth, supply, iron, cover, t.bed, things.rules, over)
}

/**
 * What the swatches of a pairing teach of the iron on the board: only its own, seen with what its dial is known to give today,
 * and none whose clock is in doubt. The same in the browser and on the server.
 */
export function toLessons(trials: readonly Trial[], ironId: string, things: Parameters<typeof benchOfTrial>[1]): PlainLesson[] {
  return trials.filter(t => t.ironId === ironId && t.doubts.length === 0).slice(0, MOST_LESSONS).flatMap((t): PlainLesson[] => {
    const bench = benchOfTrial(t, things)
    const swatch = bench && rebased({ bench, recipe: toRecipe(t.recipe), events: t.events, doubts: t.doubts }, bench.iron.stops)
    return swatch ? [{ swatch, judged: toJudged(t) }] : []
  })
}
