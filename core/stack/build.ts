import {
  SURFACE_KINDS, CONSTRUCTIONS, PRESS_CLOTH_KINDS, FIBRES, type SurfaceKindKey, type ConstructionKey, type PressClothKindKey,
  type FibreKey, type FinishKey,
  type AdhesiveGrade, type AdhesiveKey,
} from '../materials'
import type { Layer, Stack } from '../heat'

export interface FibreShare { fibre: FibreKey, sharePct: number }

/** A fabric as the computation sees it. */
export interface FabricInput {
  /** Empty where the fibre is unknown. */
  fibres: FibreShare[]
  construction: ConstructionKey
  massGsm: number
  thicknessMm: number
  mayGetWet: boolean
  nap: 'none' | 'texture' | 'nap' | 'pile'
  finishes: FinishKey[]
}

/** What is known of a lot of adhesive: so many times as fast as its grade, its melting range moved by so many °C. */
export interface Lot { rateFactor: number, meltShiftC: number }

/** A fusible as the computation sees it; `adhesive` null for sew-in. */
export interface SupplyInput {
  massGsm: number
  thicknessMm: number
  base: FibreKey
  adhesive: AdhesiveKey | null
  adhesiveGsm: number
  /** For irons (when absent) or for presses. */
  grade?: AdhesiveGrade
  /** What its sheet says of this lot; that of its grade when absent. */
  lot?: Lot
  /** What its maker's instructions say, where it can be worked out. */
  sheet?: MakerRecipe
}

/** A maker's recipe, complete enough to be pressed. */
export interface MakerRecipe {
  soleC: number
  holdS: number
  moisture: 'dry' | 'steam' | 'damp'
  pressCloth: PressClothKindKey | null
  pressureKPa: number
  firstSide: 'back' | 'face'
}

export interface StackInput {
  fabric: FabricInput
  supply: SupplyInput | null
  pressCloth: PressClothKindKey | null
  surface: SurfaceKindKey
  /** Which side of the work faces the sole first. */
  firstSide: 'back' | 'face'
  pressClothWaterGsm: number
  /** Water misted on the fabric before laying, g/m². */
  mistGsm: number
}

/** A fabric holds about its own mass of water before it drips. */
const FABRIC_HOLDS_WATER_SHARE = 1
const ADHESIVE_LAYER_MM = 0.05
/** A fabric of unknown fibre is taken as polyester-like in its heat and water until it is known. */
const UNKNOWN: FibreKey = 'polyester'

/** Mass-weighted specific heat, regain and conductivity of a blend, and the density of its fibres together. */
export function fabricProperties(fibres: FibreShare[]): {
  heatCapacityJkgK: number
  regainPct: number
  conductivityWmK: number
  fibreKgM3: number
} {
  const shares = fibres.length > 0 ? fibres : [{ fibre: UNKNOWN, sharePct: 100 }]
  const total = shares.reduce((s, f) => s + f.sharePct, 0)
  const mean = (of: (k: FibreKey) => number) => shares.reduce((s, f) => s + of(f.fibre) * f.sharePct / total, 0)
  return {
    heatCapacityJkgK: mean(k => FIBRES[k].heatCapacityJkgK),
    regainPct: mean(k => FIBRES[k].regainPct),
    conductivityWmK: mean(k => FIBRES[k].conductivityWmK),
    fibreKgM3: 1 / mean(k => 1 / FIBRES[k].densityKgM3),
  }
}

export function pressClothLayer(kind: PressClothKindKey, waterGsm: number): Layer {
  const c = PRESS_CLOTH_KINDS[kind]
  const properties = fabricProperties(c.fibre ? [{ fibre: c.fibre, sharePct: 100 }] : [])
  return {
    id: 'pressCloth', role: 'pressCloth', name: c.name, massGsm: c.massGsm, thicknessMm: c.thicknessMm,
    conductivityWmK: c.fibre ? properties.conductivityWmK : 0.2, fibreKgM3: c.fibre ? properties.fibreKgM3 : null,
    heatCapacityJkgK: properties.heatCapacityJkgK, regainPct: c.fibre ? properties.regainPct : 0,
    addedWaterGsm: waterGsm, waterCapacityGsm: c.waterHoldGsm, vapourPasses: c.vapourPasses,
  }
}

export const surfaceLayers = (kind: SurfaceKindKey): Layer[] => SURFACE_KINDS[kind].layers.map((b, i) => ({
  id: `surface${i}`, role: 'surface', ...b, addedWaterGsm: 0, waterCapacityGsm: b.vapourPasses ? b.massGsm * FABRIC_HOLDS_WATER_SHARE : 0,
}))

/** A supply's base, its adhesive taken off. */
export function interfacingLayer({
  massGsm, adhesiveGsm, thicknessMm, base,
}: Pick<SupplyInput, 'massGsm' | 'adhesiveGsm' | 'thicknessMm' | 'base'>): Layer {
  const fibre = FIBRES[base]
  const baseGsm = Math.max(5, massGsm - adhesiveGsm)
  return {
    id: 'interfacing', role: 'interfacing', name: 'Interfacing', massGsm: baseGsm, thicknessMm, conductivityWmK: fibre.conductivityWmK,
    fibreKgM3: fibre.densityKgM3, heatCapacityJkgK: fibre.heatCapacityJkgK, regainPct: fibre.regainPct, addedWaterGsm: 0,
    waterCapacityGsm: baseGsm * FABRIC_HOLDS_WATER_SHARE, vapourPasses: true,
  }
}

/** The glue line: adhesive alone. */
export const adhesiveLayer = (adhesiveGsm: number): Layer => ({
  id: 'adhesive', role: 'adhesive', name: 'Glue line', massGsm: Math.max(1, adhesiveGsm), thicknessMm: ADHESIVE_LAYER_MM,
  conductivityWmK: 0.1,
  fibreKgM3: null, heatCapacityJkgK: 1900, regainPct: 0, addedWaterGsm: 0, waterCapacityGsm: 0, vapourPasses: true,
})

/**
 * Layers in order: press cloth, interfacing, adhesive, fabric and surface. From the back the interfacing meets the sole first, from the
 * face the fabric does. A mist is shared between fabric and interfacing by what they can hold.
 */
export function buildStack(input: StackInput): Stack {
  const { fabric, supply } = input
  const properties = fabricProperties(fabric.fibres)
  const { isLaminate = false } = CONSTRUCTIONS[fabric.construction]
  const film = fabric.finishes.includes('filmLaminate') || fabric.finishes.includes('puCoat') || isLaminate
  const fabricLayer: Layer = {
    id: 'fabric', role: 'fabric', name: CONSTRUCTIONS[fabric.construction].name, massGsm: fabric.massGsm, thicknessMm: fabric.thicknessMm,
    ...properties, addedWaterGsm: 0, waterCapacityGsm: film ? 0 : fabric.massGsm * FABRIC_HOLDS_WATER_SHARE, vapourPasses: !film,
  }
  const work: Layer[] = []
  if (supply) {
    const interfacing = interfacingLayer(supply)
    work.push(interfacing)
    if (supply.adhesive) work.push(adhesiveLayer(supply.adhesiveGsm))
  }
  work.push(fabricLayer)
  const holds = work.reduce((s, l) => s + l.waterCapacityGsm, 0)
  for (const l of work) l.addedWaterGsm = holds > 0 ? input.mistGsm * l.waterCapacityGsm / holds : 0
  return {
    pressCloth: input.pressCloth ? pressClothLayer(input.pressCloth, input.pressClothWaterGsm) : null,
    work: input.firstSide === 'back' ? work : work.reverse(),
    surface: surfaceLayers(input.surface),
    belowWm2K: SURFACE_KINDS[input.surface].belowWm2K,
  }
}
