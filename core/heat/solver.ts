import type { Grid } from './grid'
import { BOILS_C, LATENT_HEAT_J_KG as L, WATER_HEAT_J_KG_K as CPW } from './layer'

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

/** Energy (J/m², reference: water and dry matter at 0 °C) and vapour (kg/m²) that crossed the faces since the start. */
export interface Ledger {
  topJ: number
  bottomJ: number
  steamJ: number
  vapourOutJ: number
  vapourOutKg: number
}

export interface Solver {
  grid: Grid
  ledger: Ledger
  /** Sets every layer-to-layer contact, W/(m²·K). */
  setContact(wm2K: number): void
  /** Advances by `dtS`; returns the largest temperature change of a cell by conduction, K. */
  step(dtS: number, exposure: Exposure): number
  /** Heat held now, J/m², reference 0 °C. */
  storedJ(): number
}

const FREE = 0, BOILING = 1, DRYING = 2
const NO_WATER_KG = 1e-12
const VAPOUR_J_KG = L + CPW * BOILS_C
const MAX_SETS = 12

/**
 * Implicit (backward Euler) heat conduction through the cells with water that boils at 100 °C by enthalpy:
 * each wet cell is free, boiling (pinned at 100 °C, surplus heat makes vapour) or drying out within the step,
 * and the tridiagonal system is solved again until those sets agree, so that every step balances its energy.
 * The vapour then moves inward and outward and condenses in permeable cells below 100 °C.
 * Source: finite volumes after Patankar, enthalpy method for a boiling front.
 * SI units inside; temperatures in °C.
 */
export function createSolver(grid: Grid, ledger: Ledger = { topJ: 0, bottomJ: 0, steamJ: 0, vapourOutJ: 0, vapourOutKg: 0 }): Solver {
  const n = grid.count
  const { tC, waterKg, dryCapacity, waterMaxKg, permeable, dxM } = grid
  const old = new Float64Array(n), gain = new Float64Array(n), right = new Float64Array(n)
  const made = new Float64Array(n), rising = new Float64Array(n)
  const mode = new Uint8Array(n), sealedAbove = new Uint8Array(n)
  for (let i = 1; i < n; i++) sealedAbove[i] = sealedAbove[i - 1] || !permeable[i - 1] ? 1 : 0
  const joint = new Float64Array(n)
  const halfR = new Float64Array(n)
  grid.layers.forEach((layer, l) => {
    for (let c = grid.first[l]!; c < grid.first[l + 1]!; c++) halfR[c] = dxM[c]! / 2 / layer.conductivityWmK
  })

  function setContact(wm2K: number): void {
    for (let c = 0; c < n - 1; c++) joint[c] = 1 / (halfR[c]! + halfR[c + 1]!)
    for (let l = 1; l < grid.layers.length; l++) {
      const c = grid.first[l]! - 1
      joint[c] = 1 / (halfR[c]! + 1 / wm2K + halfR[c + 1]!)
    }
  }
  setContact(800)

  const faceWm2K = (wm2K: number, cell: number): number => wm2K > 0 ? 1 / (1 / wm2K + halfR[cell]!) : 0

  /** Solves for all temperatures with the present modes; Thomas algorithm. */
  function solve(dt: number, top: number, topC: number, bottom: number, bottomC: number): void {
    for (let i = 0; i < n; i++) {
      const up = i > 0 ? joint[i - 1]! : top
      const down = i < n - 1 ? joint[i]! : bottom
      let a: number, b: number, c: number, d: number
      if (mode[i] === BOILING) {
        a = 0; b = 1; c = 0; d = BOILS_C
      } else {
        a = i > 0 ? -up : 0
        c = i < n - 1 ? -down : 0
        const wet = dryCapacity[i]! + waterKg[i]! * CPW
        if (mode[i] === DRYING) {
          b = dryCapacity[i]! / dt + up + down
          d = (dryCapacity[i]! * BOILS_C - wet * (BOILS_C - old[i]!) - waterKg[i]! * L) / dt
        } else {
          b = wet / dt + up + down
          d = wet / dt * old[i]!
        }
        if (i === 0) d += top * topC
        if (i === n - 1) d += bottom * bottomC
      }
      if (i === 0) {
        gain[0] = c / b
        right[0] = d / b
      } else {
        const m = 1 / (b - a * gain[i - 1]!)
        gain[i] = c * m
        right[i] = (d - a * right[i - 1]!) * m
      }
    }
    tC[n - 1] = right[n - 1]!
    for (let i = n - 2; i >= 0; i--) tC[i] = right[i]! - gain[i]! * tC[i + 1]!
  }

  /** Heat that a boiling cell has left over after reaching 100 °C, J/m². */
  function surplusJ(i: number, dt: number, top: number, topC: number, bottom: number, bottomC: number): number {
    const fromUp = i > 0 ? joint[i - 1]! * (tC[i - 1]! - tC[i]!) : top * (topC - tC[i]!)
    const fromDown = i < n - 1 ? joint[i]! * (tC[i + 1]! - tC[i]!) : bottom * (bottomC - tC[i]!)
    return (fromUp + fromDown) * dt - (dryCapacity[i]! + waterKg[i]! * CPW) * (BOILS_C - old[i]!)
  }

  function step(dt: number, x: Exposure): number {
    const top = faceWm2K(x.topWm2K, 0), bottom = faceWm2K(x.bottomWm2K, n - 1)
    old.set(tC)
    for (let i = 0; i < n; i++) if (waterKg[i]! <= NO_WATER_KG || mode[i] === DRYING) mode[i] = FREE
    for (let sets = 0; sets < MAX_SETS; sets++) {
      solve(dt, top, x.topC, bottom, x.bottomC)
      let changed = false
      for (let i = 0; i < n; i++) {
        if (waterKg[i]! <= NO_WATER_KG) continue
        const m = mode[i]
        if (m === FREE) {
          if (tC[i]! > BOILS_C + 1e-9) { mode[i] = BOILING; changed = true }
        } else if (m === BOILING) {
          const j = surplusJ(i, dt, top, x.topC, bottom, x.bottomC)
          if (j < -1e-9) { mode[i] = FREE; changed = true } else if (j > waterKg[i]! * L) { mode[i] = DRYING; changed = true }
        } else if (tC[i]! < BOILS_C - 1e-9) { mode[i] = BOILING; changed = true }
      }
      if (!changed) break
    }
    ledger.topJ += top * (x.topC - tC[0]!) * dt
    ledger.bottomJ += bottom * (x.bottomC - tC[n - 1]!) * dt
    settle(dt, top, bottom, x)
    let most = 0
    for (let i = 0; i < n; i++) {
      const change = Math.abs(tC[i]! - old[i]!)
      if (change > most) most = change
    }
    moveVapour(x.steamKgM2S * dt, x.inwardShare)
    return most
  }

  /** Turns the surplus of boiling and drying cells into vapour; mends the rare cell whose set did not agree, keeping its energy. */
  function settle(dt: number, top: number, bottom: number, x: Exposure): void {
    for (let i = 0; i < n; i++) {
      made[i] = 0
      if (mode[i] === BOILING) made[i] = surplusJ(i, dt, top, x.topC, bottom, x.bottomC)
    }
    for (let i = 0; i < n; i++) {
      if (mode[i] === DRYING) {
        made[i] = waterKg[i]!
        waterKg[i] = 0
      } else if (mode[i] === BOILING) {
        const surplus = made[i]!
        const kg = Math.min(waterKg[i]!, Math.max(0, surplus / L))
        waterKg[i] = waterKg[i]! - kg
        const left = surplus - kg * L
        if (left !== 0) tC[i] = BOILS_C + left / (dryCapacity[i]! + waterKg[i]! * CPW)
        made[i] = kg
        if (waterKg[i]! <= NO_WATER_KG) mode[i] = FREE
      }
    }
  }

  function condense(i: number, vapourKg: number): number {
    if (tC[i]! >= BOILS_C) return vapourKg
    const room = waterMaxKg[i]! - waterKg[i]!
    if (room <= 0) return vapourKg
    const capacity = dryCapacity[i]! + waterKg[i]! * CPW
    const taken = Math.min(vapourKg, room, capacity * (BOILS_C - tC[i]!) / L)
    waterKg[i] = waterKg[i]! + taken
    tC[i] = (capacity * tC[i]! + taken * VAPOUR_J_KG) / (capacity + taken * CPW)
    return vapourKg - taken
  }

  /**
   * One sweep inward, one outward. Under an impermeable sheet all vapour goes inward; above one it is
   * turned back outward; between two it leaks out sideways.
   */
  function moveVapour(steamKg: number, inwardShare: number): void {
    let total = steamKg
    for (let i = 0; i < n; i++) total += made[i]!
    if (total === 0) return
    let going = 0, lost = 0
    if (steamKg > 0 && permeable[0]) {
      ledger.steamJ += steamKg * VAPOUR_J_KG
      going = steamKg
    }
    for (let i = 0; i < n; i++) {
      rising[i] = 0
      if (!permeable[i]) {
        if (i > 0) rising[i - 1] = rising[i - 1]! + going
        else lost += going
        lost += made[i]!
        going = 0
        continue
      }
      if (going > 0) going = condense(i, going)
      const inward = sealedAbove[i] ? 1 : inwardShare
      going += made[i]! * inward
      rising[i] = made[i]! * (1 - inward)
    }
    lost += going
    going = 0
    for (let i = n - 1; i >= 0; i--) {
      if (!permeable[i]) {
        lost += going
        going = 0
        continue
      }
      if (going > 0) going = condense(i, going)
      going += rising[i]!
    }
    lost += going
    ledger.vapourOutKg += lost
    ledger.vapourOutJ += lost * VAPOUR_J_KG
  }

  function storedJ(): number {
    let j = 0
    for (let i = 0; i < n; i++) j += (dryCapacity[i]! + waterKg[i]! * CPW) * tC[i]!
    return j
  }

  return { grid, ledger, setContact, step, storedJ }
}
