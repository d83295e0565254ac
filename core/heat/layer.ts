export type LayerRole = 'pressCloth' | 'interfacing' | 'adhesive' | 'fabric' | 'surface' | 'clapper'

/** One layer of the stack under the sole, per m² of sole. */
export interface Layer {
  id: string
  role: LayerRole
  name: string
  /** Areal mass as it lies in the room, regain water included, g/m². */
  massGsm: number
  /** Thickness under about 1 kPa, as a gauge reads it, mm. */
  thicknessMm: number
  /** Conductivity of a solid, W/(m·K); of a layer of fibres only where nothing better is known. */
  conductivityWmK: number
  /**
   * Density of the fibres it is a mass of, kg/m³: it gives under pressure and its pores hold air or water. Null for a solid (adhesive,
   * sheet, wood).
   */
  fibreKgM3: number | null
  /** Specific heat of the dry matter, J/(kg·K). */
  heatCapacityJkgK: number
  /** Bound water at room humidity, % of dry mass. */
  regainPct: number
  /** Water sprayed or soaked in before pressing, g/m². */
  addedWaterGsm: number
  /** Most water it can hold besides its regain, g/m². */
  waterCapacityGsm: number
  vapourPasses: boolean
  /** Temperature at the start, °C; the room's when absent. */
  startC?: number
}

/** What lies on the board: press cloth (if any), the work from the sole side down, and the surface. */
export interface Stack {
  pressCloth: Layer | null
  work: Layer[]
  surface: Layer[]
  /** Conductance from the underside of the surface to the room, W/(m²·K). */
  belowWm2K: number
}

export const WATER_HEAT_J_KG_K = 4186
export const LATENT_HEAT_J_KG = 2.26e6
export const BOILS_C = 100

/**
 * Contact conductance between layers (and sole to first layer), W/(m²·K), for a pressure in kPa:
 * 800 at 1 kPa, rising with p^0.35, capped at 3000. Typical of fabric on fabric.
 */
export const contactWm2K = (pressureKPa: number): number =>
  Math.min(3000, 800 * Math.pow(Math.max(pressureKPa, 1e-3), 0.35))

/** Dry areal mass of a layer, kg/m². */
export const dryKgM2 = (l: Layer): number => l.massGsm / 1000 / (1 + l.regainPct / 100)

/** Regain water of a layer at room humidity, g/m². */
export const regainGsm = (l: Layer): number => dryKgM2(l) * 1000 * l.regainPct / 100
