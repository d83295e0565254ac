import {
  BED_KINDS, CONSTRUCTIONS, COVER_KINDS, FIBRES, type BedKindKey, type ConstructionKey, type CoverKindKey, type FibreKey, type FinishKey,
  type ResinGrade, type ResinKey,
} from '../materials'
import type { Layer, Stack } from '../heat'

export interface FibreShare { fibre: FibreKey, sharePct: number }

/** A cloth as the computation sees it. */
export interface ClothInput {
  /** Empty where the fibre is unknown. */
  fibres: FibreShare[]
  construction: ConstructionKey
  massGsm: number
  thicknessMm: number
  mayGetWet: boolean
  nap: 'none' | 'texture' | 'nap' | 'pile'
  finishes: FinishKey[]
}

/** What is known of a lot of resin: so many times as fast as its grade, its melting range moved by so many °C. */
export interface Lot { rateFactor: number, meltShiftC: number }

/** A fusible as the computation sees it; `resin` null for sew-in. */
export interface SupplyInput {
  massGsm: number
  thicknessMm: number
  base: FibreKey
  resin: ResinKey | null
  resinGsm: number
  /** For irons (when absent) or for presses. */
  grade?: ResinGrade
  /** What its sheet says of this lot; that of its grade when absent. */
  lot?: Lot
  /** What stands on its sheet, where it can be worked out. */
  sheet?: Sheet
}

/** A maker's recipe, complete enough to be pressed. */
export interface Sheet {
  soleC: number
  holdS: number
  moisture: 'dry' | 'steam' | 'damp'
  cover: CoverKindKey | null
  pressureKPa: number
  firstSide: 'back' | 'face'
}

export interface StackInput {
  cloth: ClothInput
  supply: SupplyInput | null
  cover: CoverKindKey | null
  bed: BedKindKey
  /** Which side of the work faces the sole first. */
  firstSide: 'back' | 'face'
  coverWaterGsm: number
  /** Water misted on the cloth before laying, g/m². */
  mistGsm: number
}

/** A cloth holds about its own mass of water before it drips. */
const CLOTH_HOLDS_WATER_SHARE = 1
const RESIN_LAYER_MM = 0.05
/** A cloth of unknown fibre is taken as polyester-like in its heat and water until it is known. */
const UNKNOWN: FibreKey = 'polyester'

/** Mass-weighted specific heat, regain and conductivity of a blend, and the density of its fibres together. */
export function clothProperties(fibres: FibreShare[]): {
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

export function coverLayer(kind: CoverKindKey, waterGsm: number): Layer {
  const c = COVER_KINDS[kind]
  const properties = clothProperties(c.fibre ? [{ fibre: c.fibre, sharePct: 100 }] : [])
  return {
    id: 'cover', role: 'cover', name: c.name, massGsm: c.massGsm, thicknessMm: c.thicknessMm,
    conductivityWmK: c.fibre ? properties.conductivityWmK : 0.2, fibreKgM3: c.fibre ? properties.fibreKgM3 : null,
    heatCapacityJkgK: properties.heatCapacityJkgK, regainPct: c.fibre ? properties.regainPct : 0,
    addedWaterGsm: waterGsm, waterCapacityGsm: c.waterHoldGsm, vapourPasses: c.vapourPasses,
  }
}

export const bedLayers = (kind: BedKindKey): Layer[] => BED_KINDS[kind].layers.map((b, i) => ({
  id: `bed${i}`, role: 'bed', ...b, addedWaterGsm: 0, waterCapacityGsm: b.vapourPasses ? b.massGsm * CLOTH_HOLDS_WATER_SHARE : 0,
}))

/** A supply's base, its resin taken off. */
export function backingLayer({
  massGsm, resinGsm, thicknessMm, base,
}: Pick<SupplyInput, 'massGsm' | 'resinGsm' | 'thicknessMm' | 'base'>): Layer {
  const fibre = FIBRES[base]
  const baseGsm = Math.max(5, massGsm - resinGsm)
  return {
    id: 'backing', role: 'backing', name: 'Interfacing', massGsm: baseGsm, thicknessMm, conductivityWmK: fibre.conductivityWmK,
    fibreKgM3: fibre.densityKgM3, heatCapacityJkgK: fibre.heatCapacityJkgK, regainPct: fibre.regainPct, addedWaterGsm: 0,
    waterCapacityGsm: baseGsm * CLOTH_HOLDS_WATER_SHARE, vapourPasses: true,
  }
}

/** The glue line: resin alone. */
export const resinLayer = (resinGsm: number): Layer => ({
  id: 'resin', role: 'resin', name: 'Glue line', massGsm: Math.max(1, resinGsm), thicknessMm: RESIN_LAYER_MM, conductivityWmK: 0.1,
  fibreKgM3: null, heatCapacityJkgK: 1900, regainPct: 0, addedWaterGsm: 0, waterCapacityGsm: 0, vapourPasses: true,
})

/**
 * Lays cover, backing, resin, cloth and bed. From the back the backing meets the sole first, from the face the cloth does.
 * A mist is shared between cloth and backing by what they can hold.
 */
export function buildStack(input: StackInput): Stack {
  const { cloth, supply } = input
  const properties = clothProperties(cloth.fibres)
  const film = cloth.finishes.includes('filmLaminate') || cloth.finishes.includes('puCoat') || CONSTRUCTIONS[cloth.construction].laminate
  const clothLayer: Layer = {
    id: 'cloth', role: 'cloth', name: CONSTRUCTIONS[cloth.construction].name, massGsm: cloth.massGsm, thicknessMm: cloth.thicknessMm,
    ...properties, addedWaterGsm: 0, waterCapacityGsm: film ? 0 : cloth.massGsm * CLOTH_HOLDS_WATER_SHARE, vapourPasses: !film,
  }
  const work: Layer[] = []
  if (supply) {
    const backing = backingLayer(supply)
    work.push(backing)
    if (supply.resin) work.push(resinLayer(supply.resinGsm))
  }
  work.push(clothLayer)
  const holds = work.reduce((s, l) => s + l.waterCapacityGsm, 0)
  for (const l of work) l.addedWaterGsm = holds > 0 ? input.mistGsm * l.waterCapacityGsm / holds : 0
  return {
    cover: input.cover ? coverLayer(input.cover, input.coverWaterGsm) : null,
    work: input.firstSide === 'back' ? work : work.reverse(),
    bed: bedLayers(input.bed),
    belowWm2K: BED_KINDS[input.bed].belowWm2K,
  }
}
