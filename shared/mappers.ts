/** The one way from what is kept to what core computes with. */
import type { PressSetup, IronInput, Recipe } from '#core/recipe'
import type { FabricInput, SupplyInput } from '#core/stack'
import type { SurfaceKindKey, Origin } from '#core/materials'
import { rebased, type Judged, type PressedSwatch, type ProofGround, type ProofSwatch } from '#core/learn'
import { gradeOfMaker, lotOf, readLot, type LotReading, type MakerFigures } from '#core/instructions'
import { knowledgeOf, type Knowledge } from '#core/window'
import type { Evidence } from '#core/limit'
import { couplingFrom } from '#core/stiffness'
import { fabricPly, supplyPly, type MatchFabric, type MatchSupply } from '#core/match'
import { habitsOf } from './house'
import type { Fabric, PressCloth, Iron, RecipePayload, Rules, Supply, Swatch } from './schemas'

export const toFabricInput = (
  c: Pick<Fabric, 'fibres' | 'construction' | 'massGsm' | 'thicknessMm' | 'mayGetWet' | 'nap' | 'finishes'>,
): FabricInput => ({
  fibres: c.fibres.map(f => ({ ...f })), construction: c.construction, massGsm: c.massGsm, thicknessMm: c.thicknessMm,
  mayGetWet: c.mayGetWet, nap: c.nap, finishes: [...c.finishes],
})

export const toEvidence = (c: Pick<Fabric, 'labelIronC' | 'labelSteam' | 'cornerC' | 'swatches'>): Evidence => ({
  label: c.labelIronC === null && c.labelSteam === null ? null : { ironC: c.labelIronC, steam: c.labelSteam }, swatches: c.swatches,
  cornerC: c.cornerC,
})

/** What a supply's maker's instructions say; null where the maker's instructions are lost. */
const toMakerFigures = (
  s: Pick<Supply, 'instructions' | 'makerC' | 'makerHoldS' | 'makerMoisture' | 'makerPressureKPa' | 'makerFor'>,
): MakerFigures | null =>
  s.instructions === 'maker'
    ? { soleC: s.makerC, holdS: s.makerHoldS, moisture: s.makerMoisture, pressureKPa: s.makerPressureKPa, grade: s.makerFor }
    : null

/** What a supply's sheet says of its lot; null where it carries no adhesive. */
export const toLotReading = (s: Supply): LotReading | null => s.adhesive
  ? readLot({ adhesive: s.adhesive, massGsm: s.massGsm, thicknessMm: s.thicknessMm, base: s.baseFibre, adhesiveGsm: s.adhesiveGsm },
      toMakerFigures(s))
  : null

/** @param over further layers on top of it, outward: they add weight and thickness between the sole and the glue line */
export function toSupplyInput(s: Supply, over: readonly Supply[] = []): SupplyInput {
  const reading = toLotReading(s)
  return {
    massGsm: over.reduce((sum, x) => sum + x.massGsm, s.massGsm),
    thicknessMm: over.reduce((sum, x) => sum + x.thicknessMm, s.thicknessMm), base: s.baseFibre, adhesive: s.adhesive,
    adhesiveGsm: s.adhesiveGsm,
    ...(reading
      ? { grade: gradeOfMaker(toMakerFigures(s)), lot: lotOf(reading),
          ...('instructions' in reading ? { sheet: reading.instructions } : {}) }
      : {}),
  }
}

/** How precisely things are known: what was measured varies less, and a sheet that fits its adhesive leaves less open of its lot. */
export const toKnowledge = (fabric: Fabric, supply: Supply, settingOrigin: Origin): Knowledge =>
  knowledgeOf({
    settingMeasured: settingOrigin === 'measured' || settingOrigin === 'tested', massMeasured: fabric.massOrigin === 'measured',
    thicknessMeasured: fabric.thicknessOrigin === 'measured', sheet: toLotReading(supply)?.state === 'fits',
  })

/** A judged swatch as evidence of its bond. */
export function toJudged(t: Pick<Swatch, 'grade' | 'marks' | 'readings'>): Judged {
  const pulls = t.readings.filter(r => r.kind === 'peel').map(r => r.value)
  return {
    grade: t.grade, dotsCrisp: t.marks.includes('dotsVisible'), overdone: t.marks.includes('strikeThrough') || t.marks.includes('stiff'),
    peelN50: pulls.length ? pulls.reduce((s, v) => s + v, 0) / pulls.length : null,
  }
}

/** What a kept swatch proves, and on what ground. */
export const toProofSwatch = (t: Swatch): ProofSwatch => ({
  id: t.id, grade: t.grade, marks: t.marks, washes: t.washes, pressedAt: t.pressedAt,
  ground: proofGroundOf(t.recipe, t.fabricLot, t.supplyId, t.supplyLot, t.overSupplyIds, t.ironId, t.pressClothId, t.surface),
})

/** The things that a swatch is pressed on and with. */
interface PressedOn {
  fabricLot: string
  supplyLot: string
  ironId: string
  pressClothId: string | null
  surface: string
  overIds: readonly string[]
}
/** Was a swatch pressed on these very things: lots, iron, press cloth, pressing surface, and what lies over? */
export const isPressedOn = (t: Swatch, on: PressedOn): boolean =>
  t.fabricLot === on.fabricLot && t.supplyLot === on.supplyLot && t.ironId === on.ironId && t.pressClothId === on.pressClothId
  && t.surface === on.surface && t.overSupplyIds.join() === on.overIds.join()

export const proofGroundOf = (
  r: RecipePayload | Recipe, fabricLot: string, supplyId: string, supplyLot: string, overIds: readonly string[], ironId: string,
  pressClothId: string | null, surface: string,
): ProofGround => ({
  fabricLot, supplyId, supplyLot, overIds, ironId, settingLabel: r.setting.label, settingMeanC: r.setting.meanC, pressClothId, surface,
  method: r.method,
  firstSide: r.firstSide, passes: r.passes, holdS: r.holdS * (r.touches ?? 1), lean: r.lean, warmed: r.warmS > 0,
})

export const toIronInput = (i: Iron): IronInput => ({ kind: i.kind, settings: i.settings.map(s => ({ ...s })) })

/** The setup as it lies: fabric, interfacing and what is over it, iron, press cloth, surface, and the house's own ways. */
export const toPressSetup = (
  fabric: Fabric, supply: Supply, iron: Iron, pressCloth: PressCloth | null, surface: SurfaceKindKey,
  rules: Pick<Rules, 'blend' | 'bearing' | 'warm' | 'sides' | 'patience' | 'moisture' | 'cooling'>, over: readonly Supply[] = [],
): PressSetup => ({
  fabric: toFabricInput(fabric), supply: toSupplyInput(supply, over), iron: toIronInput(iron), pressCloth: pressCloth?.kind ?? null,
  surface,
  blendRule: rules.blend, habits: habitsOf(rules), evidence: toEvidence(fabric),
})

export const toRecipePayload = (r: Recipe): RecipePayload => ({ format: 2, ...r, setting: { ...r.setting } })
export function toRecipe({ format: _, ...recipe }: RecipePayload): Recipe {
  return { ...recipe, setting: { ...recipe.setting } }
}

export const toMatchFabric = (c: Fabric): MatchFabric => ({
  ...toFabricInput(c), colourHex: c.colourHex, sheer: c.sheer, giveAlongPct: c.giveAlongPct, giveAcrossPct: c.giveAcrossPct,
  bendingMm: c.bendingAlongMm,
})

/** What was learned of this fabric with this supply. */
export interface PairPast { passed: number, failed: number, fusedBendingMm: number | null }

/** An overhang at 41.5° is twice the bending length; one measured on the fused swatch gives the coupling of this pair. */
export function toMatchSupply(
  s: Supply, past: PairPast = { passed: 0, failed: 0, fusedBendingMm: null }, fabric: MatchFabric | null = null,
): MatchSupply {
  const supply: MatchSupply = {
    id: s.id, code: s.code, name: s.name, family: s.family, base: s.base, baseFibre: s.baseFibre, massGsm: s.massGsm,
    thicknessMm: s.thicknessMm, adhesive: s.adhesive, adhesiveGsm: s.adhesiveGsm, form: s.form, givePct: s.givePct,
    bendingMm: s.overhangMm === null ? null : s.overhangMm / 2, colourHex: s.colourHex,
    moistOnly: s.instructions === 'maker' && (s.makerMoisture === 'steam' || s.makerMoisture === 'damp'), washC: s.washC, tumble: s.tumble,
    widthMm: s.widthMm, pricePerM: s.pricePerM, stockM: s.stockM, passed: past.passed, failed: past.failed, coupling: null,
    sheet: toMakerFigures(s),
  }
  if (fabric && past.fusedBendingMm !== null)
    supply.coupling = couplingFrom([fabricPly(fabric), supplyPly(supply)], past.fusedBendingMm).coupling
  return supply
}

/** A swatch to learn from: plain data, as it crosses to a worker. */
export interface PlainLesson { swatch: PressedSwatch, judged: Judged }

/** Most swatches of a pairing that are learned from, newest first. */
const MOST_LESSONS = 12

/** The setup a swatch was pressed on, as far as its things are still known; null where its iron or its adhesive is gone. */
export function setupOfSwatch(
  t: Swatch,
  things: {
    fabric: Fabric
    supplies: readonly Supply[]
    irons: readonly Iron[]
    pressCloths: readonly PressCloth[]
    rules: Rules
  },
): PressSetup | null {
  const iron = things.irons.find(i => i.id === t.ironId),
    supply = things.supplies.find(s => s.id === t.supplyId)
  if (!iron || !supply?.adhesive) return null
  const pressCloth = t.pressClothId ? things.pressCloths.find(c => c.id === t.pressClothId) ?? null : null
  const over = t.overSupplyIds.map(id => things.supplies.find(s => s.id === id)).filter(s => s !== undefined)
  return toPressSetup(things.fabric, supply, iron, pressCloth, t.surface, things.rules, over)
}

/**
 * What the swatches of a pairing teach of the iron on the board: only its own, seen with what its dial is known to give today,
 * and none whose clock is in doubt. The same in the browser and on the server.
 */
export function toLessons(swatches: readonly Swatch[], ironId: string, things: Parameters<typeof setupOfSwatch>[1]): PlainLesson[] {
  return swatches.filter(t => t.ironId === ironId && t.doubts.length === 0).slice(0, MOST_LESSONS).flatMap((t): PlainLesson[] => {
    const setup = setupOfSwatch(t, things)
    const swatch = setup && rebased({ setup, recipe: toRecipe(t.recipe), events: t.events, doubts: t.doubts }, setup.iron.settings)
    return swatch ? [{ swatch, judged: toJudged(t) }] : []
  })
}
