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
  let boiling = false
  /** Cells that vapour reached in the last step: held at 100 °C as long as it keeps coming. */
  const fed = new Uint8Array(n)
  const mode = new Uint8Array(n), sealedAbove = new Uint8Array(n)
  for (let i = 1; i < n; i++) sealedAbove[i] = sealedAbove[i - 1] || !permeable[i - 1] ? 1 : 0
  const joint = new Float64Array(n), contactR = new Float64Array(n)
  /** Resistance of each whole cell, and from the place where its temperature stands to its upper and lower face, m²K/W. */
  const wholeR = new Float64Array(n), upR = new Float64Array(n), downR = new Float64Array(n)
  const waterAtBoil = new Float64Array(n)
  grid.layers.forEach((layer, l) => {
    for (let c = grid.first[l]!; c < grid.first[l + 1]!; c++) wholeR[c] = dxM[c]! / layer.conductivityWmK
  })
  for (let i = 0; i < n; i++) upR[i] = downR[i] = wholeR[i]! / 2

  function setContact(wm2K: number): void {
    for (let l = 1; l < grid.layers.length; l++) contactR[grid.first[l]! - 1] = 1 / wm2K
    for (let c = 0; c < n - 1; c++) joint[c] = 1 / (downR[c]! + contactR[c]! + upR[c + 1]!)
  }
  setContact(800)

  /**
   * Puts the 100 °C of a boiling cell where its drying front stands: as its water goes, the front moves from its
   * hotter face through the cell. This makes the glue line's time second order in the cell size.
   */
  function placeFronts(): void {
    for (let i = 0; i < n; i++) {
      let above = 0.5
      if (mode[i] === BOILING && !fed[i] && waterAtBoil[i]! > NO_WATER_KG) {
        const gone = 1 - Math.min(1, waterKg[i]! / waterAtBoil[i]!)
        const fromTop = i === 0 || (i < n - 1 && tC[i - 1]! >= tC[i + 1]!)
        above = Math.min(0.98, Math.max(0.02, fromTop ? gone : 1 - gone))
      }
      const wanted = wholeR[i]! * above
      if (upR[i] === wanted) continue
      upR[i] = wanted
      downR[i] = wholeR[i]! - wanted
      if (i > 0) joint[i - 1] = 1 / (downR[i - 1]! + contactR[i - 1]! + wanted)
      if (i < n - 1) joint[i] = 1 / (downR[i]! + contactR[i]! + upR[i + 1]!)
    }
  }

  /** Solves for all temperatures with the present modes; Thomas algorithm. */
  function solve(dt: number, top: number, topC: number, bottom: number, bottomC: number): void {
    const perS = 1 / dt
    const last = n - 1
    let up = top, g = 0, r = topC
    for (let i = 0; i < n; i++) {
      const down = i < last ? joint[i]! : bottom
      if (mode[i] === BOILING) {
        g = 0
        r = BOILS_C
      } else {
        const dry = dryCapacity[i]!, kg = waterKg[i]!
        const wet = dry + kg * CPW
        let b = up + down, d: number
        if (mode[i] === FREE) {
          b += wet * perS
          d = wet * perS * old[i]!
        } else {
          b += dry * perS
          d = (dry * BOILS_C - wet * (BOILS_C - old[i]!) - kg * L) * perS
        }
        if (i === last) d += bottom * bottomC
        const m = 1 / (b - up * g)
        r = (d + up * r) * m
        g = i < last ? down * m : 0
      }
      gain[i] = g
      right[i] = r
      up = down
    }
    let t = right[last]!
    tC[last] = t
    for (let i = last - 1; i >= 0; i--) {
      t = right[i]! + gain[i]! * t
      tC[i] = t
    }
  }

  /** Heat that a boiling cell has left over after reaching 100 °C, J/m². */
  function surplusJ(i: number, dt: number, top: number, topC: number, bottom: number, bottomC: number): number {
    const fromUp = i > 0 ? joint[i - 1]! * (tC[i - 1]! - tC[i]!) : top * (topC - tC[i]!)
    const fromDown = i < n - 1 ? joint[i]! * (tC[i + 1]! - tC[i]!) : bottom * (bottomC - tC[i]!)
    return (fromUp + fromDown) * dt - (dryCapacity[i]! + waterKg[i]! * CPW) * (BOILS_C - old[i]!)
  }

  function step(dt: number, x: Exposure): number {
    if (boiling) placeFronts()
    boiling = false
    const { topC, bottomC } = x
    const top = x.topWm2K > 0 ? 1 / (1 / x.topWm2K + upR[0]!) : 0
    const bottom = x.bottomWm2K > 0 ? 1 / (1 / x.bottomWm2K + downR[n - 1]!) : 0
    for (let i = 0; i < n; i++) {
      old[i] = tC[i]!
      if (mode[i] !== FREE && (waterKg[i]! <= NO_WATER_KG || mode[i] === DRYING)) mode[i] = FREE
      if (fed[i] && mode[i] === FREE && tC[i]! >= BOILS_C - 1e-6 && waterKg[i]! > NO_WATER_KG) {
        mode[i] = BOILING
        waterAtBoil[i] = waterKg[i]!
      }
    }
    for (let sets = 0; sets < MAX_SETS; sets++) {
      solve(dt, top, topC, bottom, bottomC)
      let changed = false
      /** Vapour on its way inward past cell i, kg/m²: what keeps fed cells at 100 °C. */
      let supply = x.steamKgM2S * dt
      for (let i = 0; i < n; i++) {
        const m = mode[i]
        if (!permeable[i]) supply = 0
        const inward = sealedAbove[i] ? 1 : x.inwardShare
        if (m === FREE) {
          if (waterKg[i]! <= NO_WATER_KG) continue
          if (tC[i]! > BOILS_C + 1e-9) {
            mode[i] = BOILING
            if (old[i]! < BOILS_C - 1 || waterKg[i]! > waterAtBoil[i]!) waterAtBoil[i] = waterKg[i]!
            changed = true
          } else if (supply > 0) supply = Math.max(0, supply - (dryCapacity[i]! + waterKg[i]! * CPW) * (BOILS_C - tC[i]!) / L)
          continue
        }
        boiling = true
        if (m === DRYING) {
          supply += waterKg[i]! * inward
          if (tC[i]! < BOILS_C - 1e-9) { mode[i] = BOILING; changed = true }
          continue
        }
        const j = surplusJ(i, dt, top, topC, bottom, bottomC)
        if (j > waterKg[i]! * L) {
          mode[i] = DRYING
          changed = true
        } else if (j >= 0) supply += j / L * inward
        else if (fed[i] && -j <= supply * L) supply += j / L
        else if (j < -1e-9) {
          mode[i] = FREE
          fed[i] = 0
          changed = true
        }
      }
      if (!changed) break
    }
    ledger.topJ += top * (topC - tC[0]!) * dt
    ledger.bottomJ += bottom * (bottomC - tC[n - 1]!) * dt
    if (boiling) settle(dt, top, bottom, x)
    let most = 0
    for (let i = 0; i < n; i++) {
      const change = tC[i]! - old[i]!
      if (change > most) most = change
      else if (-change > most) most = -change
    }
    if (boiling || x.steamKgM2S > 0) moveVapour(x.steamKgM2S * dt, x.inwardShare)
    else fed.fill(0)
    return most
  }

  /** Turns the surplus of boiling and drying cells into vapour; mends the rare cell whose set did not agree, keeping its energy. */
  function settle(dt: number, top: number, bottom: number, x: Exposure): void {
    for (let i = 0; i < n; i++) {
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
    if (waterKg[i]! > waterAtBoil[i]!) waterAtBoil[i] = waterKg[i]!
    tC[i] = (capacity * tC[i]! + taken * VAPOUR_J_KG) / (capacity + taken * CPW)
    return vapourKg - taken
  }

  /**
   * One sweep inward, one outward. Under an impermeable sheet all vapour goes inward; above one it is
   * turned back outward; between two it leaks out sideways.
   */
  function moveVapour(steamKg: number, inwardShare: number): void {
    let going = 0, lost = 0
    if (steamKg > 0 && permeable[0]) {
      ledger.steamJ += steamKg * VAPOUR_J_KG
      going = steamKg
    }
    for (let i = 0; i < n; i++) {
      rising[i] = 0
      fed[i] = 0
      if (!permeable[i]) {
        if (i > 0) rising[i - 1] = rising[i - 1]! + going
        else lost += going
        lost += made[i]!
        made[i] = going = 0
        continue
      }
      if (going > 0) {
        fed[i] = 1
        going = condense(i, going)
      }
      const inward = sealedAbove[i] ? 1 : inwardShare
      going += made[i]! * inward
      rising[i] = made[i]! * (1 - inward)
      made[i] = 0
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
