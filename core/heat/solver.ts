import { placeFronts } from './conduct'
import { squeeze, type Mesh } from './mesh'
import { WATER_HEAT_J_KG_K as CPW } from './layer'
import { sweep, stage } from './stage'
import { createState, type Exposure, type Ledger } from './state'
import { CARRIED, driesInS, isSmooth, STAGE } from './water'

export interface Solver {
  mesh: Mesh
  ledger: Ledger
  /** Presses every layer to its thickness under so many kPa and sets every layer-to-layer contact, W/(m²·K). */
  press(pressureKPa: number, contactWm2K: number): void
  /**
   * Advances by `mostS`, or by less where something is not smooth: a cell whose free water goes, a step that would take more than there is.
   * @param soleC the sole so many seconds into the step, °C; absent = as exposed
   * @returns by how much it advanced, s
   */
  step(mostS: number, exposure: Exposure, soleC?: (inS: number) => number): number
  /**
   * How far the course of a cell bent within the last step, K: half the step's length times the most that a rate of warming changed. The
   * error is a small part of it. NaN where the step was cut short.
   */
  readonly bendK: number
  /** Forgets the rates: what lies on the stack changes at once. */
  restart(): void
  /** Heat held now, J/m², reference 0 °C. */
  storedJ(): number
}

const newLedger = (): Ledger => ({ topJ: 0, bottomJ: 0, steamJ: 0, vapourOutJ: 0, vapourOutKg: 0 })
/** How layers touch before they are pressed, W/(m²·K). */
const AT_REST_WM2K = 800

/**
 * Heat conduction through the cells, with free water that boils at 100 °C and bound water that leaves as the cell grows hotter. A step
 * has two implicit stages, of second order and L-stable (the sole is a jump); what it carries over from the first to the second is heat
 * and water, not temperatures, so that it balances its energy. Across what is not smooth it is one stage, backward Euler, up to there.
 * Each wet cell is free, boiling (pinned at 100 °C, surplus heat makes vapour), parting with bound water along its sorption curve, or
 * losing the last of either. The vapour then moves inward and outward and condenses in permeable cells below 100 °C.
 * Sources: SDIRK2 after Alexander (1977); finite volumes after Patankar; enthalpy method for a boiling front.
 * SI units inside; temperatures in °C.
 */
export function createSolver(mesh: Mesh, ledger: Ledger = newLedger()): Solver {
  const state = createState(mesh, ledger)
  const n = mesh.count
  const lastRate = new Float64Array(n)
  let bendK = 0, dryInS = 0

  function touch(contactWm2K: number): void {
    for (let l = 1; l < mesh.layers.length; l++) {
      const roles = [mesh.layers[l - 1]!.role, mesh.layers[l]!.role]
      state.contactR[mesh.first[l]! - 1] = roles.includes('adhesive') && roles.includes('interfacing') ? 0 : 1 / contactWm2K
    }
    state.stale.fill(1)
    placeFronts(state)
  }
  touch(AT_REST_WM2K)
  function press(pressureKPa: number, contactWm2K: number): void {
    squeeze(mesh, pressureKPa)
    touch(contactWm2K)
  }

  /** The most that a cell's rate of warming changed since the last stage, K/s. */
  function changeOfRate(dtS: number): number {
    const { tC } = mesh, { old } = state, perS = 1 / dtS
    let most = 0
    for (let i = 0; i < n; i++) {
      const now = (tC[i]! - old[i]!) * perS
      const change = Math.abs(now - lastRate[i]!)
      lastRate[i] = now
      if (change > most) most = change
    }
    return most
  }

  /** Carries heat, water and vapour of the first stage on to where the second begins. */
  function carryOn(dtS: number): void {
    const { tC: T, waterKg: kg, dryCapacity: dry } = mesh, { old, oldKg, made } = state, perS = 1 / dtS
    for (let i = 0; i < n; i++) {
      const t0 = old[i]!, t1 = T[i]!, w0 = oldKg[i]!, w1 = kg[i]!
      lastRate[i] = (t1 - t0) * perS
      if (w1 === w0) {
        T[i] = t0 + CARRIED * (t1 - t0)
        continue
      }
      const w = w0 + CARRIED * (w1 - w0), c = dry[i]!, j0 = (c + w0 * CPW) * t0
      T[i] = (j0 + CARRIED * ((c + w1 * CPW) * t1 - j0)) / (c + w * CPW)
      kg[i] = w
      made[i] = made[i]! * CARRIED
    }
  }

  /** One stage by itself is a step of first order. @returns its length, s */
  function backwardEuler(dtS: number, x: Exposure, soleC?: (inS: number) => number): number {
    if (soleC) x.topC = soleC(dtS)
    stage(state, dtS, x)
    bendK = NaN
    changeOfRate(dtS)
    sweep(state, dtS, x)
    return dtS
  }

  function step(mostS: number, x: Exposure, soleC?: (inS: number) => number): number {
    if (dryInS > 0) {
      // Up to where the cell is dry, and not past it.
      const dtS = Math.min(mostS, dryInS)
      dryInS = 0
      return backwardEuler(dtS, x, soleC)
    }
    const dtS = STAGE * mostS, { topJ, bottomJ } = ledger
    if (soleC) x.topC = soleC(dtS)
    stage(state, dtS, x)
    if (!isSmooth(state)) {
      // The first stage stands by itself, as backward Euler.
      bendK = changeOfRate(dtS) * dtS / 2
      dryInS = driesInS(state, dtS)
      sweep(state, dtS, x)
      return dtS
    }
    ledger.topJ = topJ + CARRIED * (ledger.topJ - topJ)
    ledger.bottomJ = bottomJ + CARRIED * (ledger.bottomJ - bottomJ)
    carryOn(dtS)
    sweep(state, CARRIED * dtS, x)
    if (soleC) x.topC = soleC(mostS)
    stage(state, dtS, x)
    bendK = changeOfRate(dtS) * mostS / 2
    sweep(state, dtS, x)
    return mostS
  }

  function storedJ(): number {
    let j = 0
    for (let i = 0; i < n; i++) j += (mesh.dryCapacity[i]! + mesh.waterKg[i]! * CPW) * mesh.tC[i]!
    return j
  }

  return {
    mesh, ledger, press, step, storedJ,
    get bendK() { return bendK },
    restart: () => {
      lastRate.fill(0)
      dryInS = 0
    },
  }
}
