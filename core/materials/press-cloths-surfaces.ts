/** Press cloths and surfaces, typical values. */
import type { FibreKey } from './fibres'

export interface PressClothKind {
  key: PressClothKindKey
  name: string
  massGsm: number
  thicknessMm: number
  vapourPasses: boolean
  /** Water it holds when soaked, g/m². */
  waterHoldGsm: number
  fibre: FibreKey | null
}

const pressClothRows = {
  organza: ['Silk organza', 30, 0.12, true, 40, 'silk'],
  muslin: ['Muslin', 110, 0.35, true, 160, 'cotton'],
  drill: ['Drill or doubled muslin', 220, 0.7, true, 300, 'cotton'],
  woolFabric: ['Wool press cloth', 260, 0.8, true, 350, 'wool'],
  parchment: ['Baking parchment', 45, 0.06, false, 0, null],
  slipSheet: ['Silicone or PTFE sheet', 160, 0.12, false, 0, null],
} satisfies Record<string, [string, number, number, boolean, number, FibreKey | null]>

export type PressClothKindKey = keyof typeof pressClothRows

export const PRESS_CLOTH_KINDS = Object.fromEntries(
  Object.entries(pressClothRows).map(([key, r]) => [key, {
    key, name: r[0], massGsm: r[1], thicknessMm: r[2], vapourPasses: r[3], waterHoldGsm: r[4], fibre: r[5],
  }]),
) as Record<PressClothKindKey, PressClothKind>

export const PRESS_CLOTH_KIND_KEYS = Object.keys(pressClothRows) as PressClothKindKey[]

export interface SurfaceLayer {
  name: string
  massGsm: number
  thicknessMm: number
  conductivityWmK: number
  /** Density of its fibres, kg/m³; null for a solid. */
  fibreKgM3: number | null
  heatCapacityJkgK: number
  regainPct: number
  vapourPasses: boolean
}

export interface SurfaceKind {
  key: SurfaceKindKey
  name: string
  layers: SurfaceLayer[]
  /** Spares pile and texture laid face down on it. */
  sparesPile: boolean
  /** Air drawn through it cools the work; W/(m²·K) to the room from below. */
  belowWm2K: number
  note: string
}

const cotton = (massGsm: number, thicknessMm: number, name = 'Cotton press cloth'): SurfaceLayer => ({
  name, massGsm, thicknessMm, conductivityWmK: 0.055, fibreKgM3: 1540, heatCapacityJkgK: 1340, regainPct: 8, vapourPasses: true,
})
const felt = (massGsm: number, thicknessMm: number): SurfaceLayer => ({
  name: 'Felt', massGsm, thicknessMm, conductivityWmK: 0.04, fibreKgM3: 1310, heatCapacityJkgK: 1360, regainPct: 15, vapourPasses: true,
})
const wood: SurfaceLayer = {
  name: 'Wood', massGsm: 7800, thicknessMm: 12, conductivityWmK: 0.15, fibreKgM3: null, heatCapacityJkgK: 1600, regainPct: 0,
  vapourPasses: false,
}

export const SURFACE_KINDS = {
  padded: {
    key: 'padded', name: 'Padded board', layers: [cotton(200, 0.6), felt(900, 6)], sparesPile: false, belowWm2K: 8, note: 'the usual',
  },
  woolMat: {
    key: 'woolMat', name: 'Wool mat', layers: [felt(2600, 13)], sparesPile: false, belowWm2K: 8,
    note: 'throws heat back; stitches sink in',
  },
  towel: {
    key: 'towel', name: 'Towel on a table', layers: [cotton(500, 4, 'Terry'), wood], sparesPile: false, belowWm2K: 8,
    note: 'soft; a makeshift',
  },
  needle: {
    key: 'needle', name: 'Needle board or same-pile towel', layers: [cotton(500, 4, 'Pile'), wood], sparesPile: true, belowWm2K: 8,
    note: 'spares pile and texture',
  },
  hard: { key: 'hard', name: 'Hard board, clapper', layers: [wood], sparesPile: false, belowWm2K: 8, note: 'crisp edges' },
  vacuum: {
    key: 'vacuum', name: 'Vacuum board', layers: [cotton(200, 0.6), felt(900, 6)], sparesPile: false, belowWm2K: 40, note: 'cools fast',
  },
} satisfies Record<string, Omit<SurfaceKind, 'key'> & { key: string }> as unknown as Record<SurfaceKindKey, SurfaceKind>

export type SurfaceKindKey = 'padded' | 'woolMat' | 'towel' | 'needle' | 'hard' | 'vacuum'
export const SURFACE_KIND_KEYS = Object.keys(SURFACE_KINDS) as SurfaceKindKey[]

/** The clapper laid on work that has to cool flat. */
export const CLAPPER: SurfaceLayer = { ...wood, name: 'Clapper' }
