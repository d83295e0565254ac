import { placeFronts, solve } from './conduct'
import { squeeze, type Mesh } from './mesh'
import { BOILS_C, WATER_HEAT_J_KG_K as CPW } from './layer'
import { BOILING, createState, DRYING, FREE, NO_WATER_KG, PARCHING, type Exposure, type Ledger } from './state'
import { moveVapour } from './vapour'
import { reviseModes, settlePhases } from './water'

export interface Solver {
  mesh: Mesh
  ledger: Ledger
  /** Presses every layer to its thickness under so many kPa and sets every layer-to-layer contact, W/(m²·K). */
  press(pressureKPa: number, contactWm2K: number): void
  /**
   * Advances by `dtS`; returns the error of the step as far as it can be known from the last one, K: half its length times the change
   * of the rates.
   */
  step(dtS: number, exposure: Exposure): number
  /** Forgets the rates: what lies on the stack changes at once. */
  restart(): void
  /** Heat held now, J/m², reference 0 °C. */
  storedJ(): number
}

const MAX_SETS = 12
const newLedger = (): Ledger => ({ topJ: 0, bottomJ: 0, steamJ: 0, vapourOutJ: 0, vapourOutKg: 0 })

/**
 * Implicit (backward Euler) heat conduction through the cells, with free water that boils at 100 °C and bound water that
 * leaves as the cell grows hotter. Each wet cell is free, boiling (pinned at 100 °C, surplus heat makes vapour), parting with
 * bound water along its sorption curve, or losing the last of either within the step; the tridiagonal system is solved again
 * until those sets agree, so that every step balances its energy. The vapour then moves inward and outward and condenses in
 * permeable cells below 100 °C. Source: finite volumes after Patankar, enthalpy method for a boiling front.
 * SI units inside; temperatures in °C.
 */
export function createSolver(mesh: Mesh, ledger: Ledger = newLedger()): Solver {
  const state = createState(mesh, ledger)
  const n = mesh.count
  const rate = new Float64Array(n)

  function press(pressureKPa: number, contactWm2K: number): void {
    squeeze(mesh, pressureKPa)
    for (let l = 1; l < mesh.layers.length; l++) {
      const roles = [mesh.layers[l - 1]!.role, mesh.layers[l]!.role]
      state.contactR[mesh.first[l]! - 1] = roles.includes('adhesive') && roles.includes('interfacing') ? 0 : 1 / contactWm2K
    }
    placeFronts(state, n - 1)
  }
  press(1, 800)

  function step(dt: number, x: Exposure): number {
    if (state.boiling || state.vapourMoved) placeFronts(state, state.touchedTo)
    state.boiling = false
    const { old: was, mode: modes, wetCapacity: wet, fed, boilsC } = state
    const { tC: T, waterKg: kg, boundKg: bound, dryCapacity: dry } = mesh
    const { topC, bottomC } = x
    const top = x.topWm2K > 0 ? 1 / (1 / x.topWm2K + state.upR[0]!) : 0
    const bottom = x.bottomWm2K > 0 ? 1 / (1 / x.bottomWm2K + state.downR[n - 1]!) : 0
    let lastWet = -1
    for (let i = 0; i < n; i++) {
      const c = T[i]!, w = kg[i]!
      was[i] = c
      wet[i] = dry[i]! + w * CPW
      if (w > NO_WATER_KG) lastWet = i
      const m = modes[i]!
      if (m === DRYING || m === PARCHING || (m !== FREE && w <= NO_WATER_KG)) modes[i] = FREE
      if (fed[i] !== 0 && modes[i] === FREE && c >= BOILS_C - 1e-6 && boilsC[i] === BOILS_C && w > bound[i]! + NO_WATER_KG) {
        modes[i] = BOILING
        state.waterAtBoil[i] = w
      }
    }
    for (let sets = 0; sets < MAX_SETS; sets++) {
      solve(state, dt, top, topC, bottom, bottomC)
      if (lastWet < 0 || !reviseModes(state, dt, top, topC, bottom, bottomC, x, lastWet)) break
    }
    ledger.topJ += top * (topC - T[0]!) * dt
    ledger.bottomJ += bottom * (bottomC - T[n - 1]!) * dt
    if (state.boiling) settlePhases(state, dt, top, bottom, x)
    if (state.boiling || x.steamKgM2S > 0) {
      moveVapour(state, x.steamKgM2S * dt, x.inwardShare)
      state.vapourMoved = true
    } else if (state.vapourMoved) {
      fed.fill(0)
      state.vapourMoved = false
    }
    let most = 0
    for (let i = 0; i < n; i++) {
      const now = (T[i]! - was[i]!) / dt
      const change = Math.abs(now - rate[i]!)
      rate[i] = now
      if (change > most) most = change
    }
    return most * dt / 2
  }

  function storedJ(): number {
    let j = 0
    for (let i = 0; i < n; i++) j += (mesh.dryCapacity[i]! + mesh.waterKg[i]! * CPW) * mesh.tC[i]!
    return j
  }

  return { mesh, ledger, press, step, storedJ, restart: () => { rate.fill(0) } }
}
