import { columnsOf } from './columns'
import { wetResistance, type Mesh } from './mesh'
import { boundBoilsC, boundLeavesPerK } from './sorption'
import { BOILS_C, LATENT_HEAT_J_KG as L, WATER_HEAT_J_KG_K as CPW } from './layer'

/** Energy (J/m², reference: water and dry matter at 0 °C) and vapour (kg/m²) that crossed the faces since the start. */
export interface Ledger {
  topJ: number
  bottomJ: number
  steamJ: number
  vapourOutJ: number
  vapourOutKg: number
}

/** What the stack is exposed to during one step. */
export interface Exposure {
  /** Sole, room or clapper temperature above, °C, and the conductance to it, W/(m²·K); 0 = insulated. */
  topC: number
  topWm2K: number
  bottomC: number
  bottomWm2K: number
  /** Vapour pushed in from the sole, kg/(m²·s). */
  steamKgM2S: number
  /** Share of vapour made in the stack that goes inward (away from the sole), 0-1. */
  inwardShare: number
}

/**
 * What a cell's water is doing within a step: nothing; boiling at 100 °C; the last free water going; bound water leaving
 * as it grows hotter; the last bound water going.
 */
export const FREE = 0, BOILING = 1, DRYING = 2, PARTING = 3, PARCHING = 4
export const NO_WATER_KG = 1e-12
/** Heat of vapour at 100 °C, J/kg. */
export const VAPOUR_J_KG = L + CPW * BOILS_C

/** Everything a step works with, in flat arrays: one entry a cell. Kept for the life of a grid, so that a step allocates nothing. */
export interface State {
  mesh: Mesh
  ledger: Ledger
  mode: Uint8Array
  /** Temperature, water (kg/m²) and heat capacity (that water included) at the start of the stage. */
  old: Float64Array
  oldKg: Float64Array
  /** The hottest of all cells, the sole and boiling water at the start of the stage, °C: nothing within becomes hotter. */
  hottestC: number
  wetCapacity: Float64Array
  /** Where the cell's water boils now, °C, and how much leaves for each kelvin beyond, kg/(m²·K); 0 while it is free water. */
  boilsC: Float64Array
  leavesKgK: Float64Array
  gain: Float64Array
  right: Float64Array
  /** Vapour made in the step, kg/m², and the part of it that rises. */
  made: Float64Array
  rising: Float64Array
  /** Cells that vapour reached in the last step: held at 100 °C as long as it keeps coming. */
  fed: Uint8Array
  /** Is there a sheet above that blocks vapour? */
  sealedAbove: Uint8Array
  /**
   * Conductance between neighbours, W/(m²·K); the resistance of the contact in it; from where a cell's temperature is taken to its
   * faces, m²K/W.
   */
  joint: Float64Array
  contactR: Float64Array
  upR: Float64Array
  downR: Float64Array
  /** Water for which `boilsC` and the cell's resistance are known, kg/m². */
  knownKg: Float64Array
  /** True where a resistance has changed since the fronts were placed; and where one of them is within a cell. */
  wetter: boolean
  hasFront: boolean
  /** Cells whose resistances are no longer what they were when the fronts were placed. */
  stale: Uint8Array
  /** The last cell that boils, parts or dries in this stage, and the last that vapour reached in the one before; -1 where none. */
  phaseTo: number
  fedTo: number
  /** Water a cell had when it began to boil, kg/m². */
  waterAtBoil: Float64Array
  /** True where vapour was made or moved in the last step. */
  boiling: boolean
  vapourMoved: boolean
}

export function createState(mesh: Mesh, ledger: Ledger): State {
  const n = mesh.count
  const column = columnsOf(n, 15)
  const sealedAbove = new Uint8Array(n)
  for (let i = 1; i < n; i++) sealedAbove[i] = sealedAbove[i - 1] || !mesh.permeable[i - 1] ? 1 : 0
  const state: State = {
    mesh, ledger, mode: new Uint8Array(n), old: column(), oldKg: column(), wetCapacity: column(), boilsC: column(), leavesKgK: column(),
    gain: column(), right: column(), made: column(), rising: column(), fed: new Uint8Array(n), sealedAbove, joint: column(),
    contactR: column(), upR: column(), downR: column(), waterAtBoil: column(), knownKg: column(), hottestC: 0, wetter: false,
    stale: new Uint8Array(n).fill(1), phaseTo: -1, fedTo: -1, hasFront: false, boiling: false, vapourMoved: false,
  }
  state.knownKg.set(mesh.waterKg)
  for (let i = 0; i < n; i++) knowBoiling(state, i)
  return state
}

/** Looks up where a cell's water boils, and what its free water lets through, after its water has changed. */
export function knowWater(state: State, i: number): void {
  const { boundKg, waterKg, poreKg } = state.mesh, { knownKg } = state
  if (poreKg[i]! > 0 && (waterKg[i]! > boundKg[i]! || knownKg[i]! > boundKg[i]!)) {
    wetResistance(state.mesh, i)
    state.wetter = true
    state.stale[i] = 1
  }
  knownKg[i] = waterKg[i]!
  knowBoiling(state, i)
}

function knowBoiling(state: State, i: number): void {
  const { boundKg, waterKg } = state.mesh
  const bound = boundKg[i]!, kg = waterKg[i]!
  if (kg > bound + NO_WATER_KG || bound <= NO_WATER_KG) {
    state.boilsC[i] = BOILS_C
    state.leavesKgK[i] = 0
    return
  }
  const share = kg / bound
  state.boilsC[i] = boundBoilsC(share)
  state.leavesKgK[i] = boundLeavesPerK(share) * bound
}
