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
  /** Heat capacity of each cell with the water it held at the start of the step, J/(m²·K). */
  const wetCapacity = new Float64Array(n)
  const old = new Float64Array(n), gain = new Float64Array(n), right = new Float64Array(n)
  const made = new Float64Array(n), rising = new Float64Array(n)
  let boiling = false, vapourMoved = false
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
    const modes = mode, isFed = fed, whole = wholeR, ups = upR, downs = downR, joints = joint
    for (let i = 0; i < n; i++) {
      let above = 0.5
      if (modes[i] === BOILING && isFed[i] === 0 && waterAtBoil[i]! > NO_WATER_KG) {
        const gone = 1 - Math.min(1, waterKg[i]! / waterAtBoil[i]!)
        const fromTop = i === 0 || (i < n - 1 && tC[i - 1]! >= tC[i + 1]!)
        above = Math.min(0.98, Math.max(0.02, fromTop ? gone : 1 - gone))
      }
      const all = whole[i]!, wanted = all * above
      if (ups[i] === wanted) continue
      ups[i] = wanted
      downs[i] = all - wanted
      if (i > 0) joints[i - 1] = 1 / (downs[i - 1]! + contactR[i - 1]! + wanted)
      if (i < n - 1) joints[i] = 1 / (downs[i]! + contactR[i]! + ups[i + 1]!)
    }
  }

  /**
   * Solves for all temperatures with the present modes; Thomas algorithm. Arrays are named locally in the hot functions,
   * so that their bounds and addresses are looked up once and not for every cell.
   */
  function solve(dt: number, top: number, topC: number, bottom: number, bottomC: number): void {
    const T = tC, was = old, modes = mode, joints = joint, gains = gain, rights = right, wet = wetCapacity, dry = dryCapacity
    const perS = 1 / dt
    const last = n - 1
    let up = top, g = 0, r = topC
    for (let i = 0; i < n; i++) {
      const down = i < last ? joints[i]! : bottom
      const m = modes[i]!
      if (m === BOILING) {
        g = 0
        r = BOILS_C
      } else {
        let b = up + down, d: number
        if (m === FREE) {
          const c = wet[i]! * perS
          b += c
          d = c * was[i]!
        } else {
          const c = dry[i]!
          b += c * perS
          d = (c * BOILS_C - wet[i]! * (BOILS_C - was[i]!) - waterKg[i]! * L) * perS
        }
        if (i === last) d += bottom * bottomC
        const f = 1 / (b - up * g)
        r = (d + up * r) * f
        g = i < last ? down * f : 0
      }
      gains[i] = g
      rights[i] = r
      up = down
    }
    let t = rights[last]!
    T[last] = t
    for (let i = last - 1; i >= 0; i--) {
      t = rights[i]! + gains[i]! * t
      T[i] = t
    }
  }

  /** Heat that a boiling cell has left over after reaching 100 °C, J/m². */
  function surplusJ(i: number, dt: number, top: number, topC: number, bottom: number, bottomC: number): number {
    const fromUp = i > 0 ? joint[i - 1]! * (tC[i - 1]! - tC[i]!) : top * (topC - tC[i]!)
    const fromDown = i < n - 1 ? joint[i]! * (tC[i + 1]! - tC[i]!) : bottom * (bottomC - tC[i]!)
    return (fromUp + fromDown) * dt - wetCapacity[i]! * (BOILS_C - old[i]!)
  }

  function step(dt: number, x: Exposure): number {
    if (boiling) placeFronts()
    boiling = false
    const T = tC, was = old, modes = mode, kg = waterKg, wet = wetCapacity, dry = dryCapacity, isFed = fed
    const { topC, bottomC } = x
    const top = x.topWm2K > 0 ? 1 / (1 / x.topWm2K + upR[0]!) : 0
    const bottom = x.bottomWm2K > 0 ? 1 / (1 / x.bottomWm2K + downR[n - 1]!) : 0
    let lastWet = -1
    for (let i = 0; i < n; i++) {
      const c = T[i]!, w = kg[i]!
      was[i] = c
      wet[i] = dry[i]! + w * CPW
      if (w > NO_WATER_KG) lastWet = i
      const m = modes[i]!
      if (m !== FREE && (w <= NO_WATER_KG || m === DRYING)) modes[i] = FREE
      if (isFed[i] !== 0 && modes[i] === FREE && c >= BOILS_C - 1e-6 && w > NO_WATER_KG) {
        modes[i] = BOILING
        waterAtBoil[i] = w
      }
    }
    for (let sets = 0; sets < MAX_SETS; sets++) {
      solve(dt, top, topC, bottom, bottomC)
      if (lastWet < 0 || !agree(dt, top, topC, bottom, bottomC, x, lastWet)) break
    }
    ledger.topJ += top * (topC - T[0]!) * dt
    ledger.bottomJ += bottom * (bottomC - T[n - 1]!) * dt
    const steams = x.steamKgM2S > 0
    if (boiling) settle(dt, top, bottom, x)
    let most = 0
    for (let i = 0; i < n; i++) {
      const change = Math.abs(T[i]! - was[i]!)
      if (change > most) most = change
    }
    if (boiling || steams) {
      moveVapour(x.steamKgM2S * dt, x.inwardShare)
      vapourMoved = true
    } else if (vapourMoved) {
      isFed.fill(0)
      vapourMoved = false
    }
    return most
  }

  /** Looks over the wet cells after a solve and moves those whose mode does not fit; true if the system must be solved again. */
  function agree(dt: number, top: number, topC: number, bottom: number, bottomC: number, x: Exposure, lastWet: number): boolean {
    const T = tC, modes = mode, kg = waterKg, isFed = fed
    let changed = false
    /** Vapour on its way inward past cell i, kg/m²: what keeps fed cells at 100 °C. */
    let supply = x.steamKgM2S * dt
    for (let i = 0; i <= lastWet; i++) {
      const m = modes[i]!
      if (permeable[i] === 0) supply = 0
      if (m === FREE) {
        if (kg[i]! <= NO_WATER_KG) continue
        const c = T[i]!
        if (c > BOILS_C + 1e-9) {
          modes[i] = BOILING
          if (old[i]! < BOILS_C - 1 || kg[i]! > waterAtBoil[i]!) waterAtBoil[i] = kg[i]!
          changed = true
        } else if (supply > 0) supply = Math.max(0, supply - wetCapacity[i]! * (BOILS_C - c) / L)
        continue
      }
      const inward = sealedAbove[i] !== 0 ? 1 : x.inwardShare
      boiling = true
      if (m === DRYING) {
        supply += kg[i]! * inward
        if (T[i]! < BOILS_C - 1e-9) { modes[i] = BOILING; changed = true }
        continue
      }
      const j = surplusJ(i, dt, top, topC, bottom, bottomC)
      if (j > kg[i]! * L) {
        modes[i] = DRYING
        changed = true
      } else if (j >= 0) supply += j / L * inward
      else if (isFed[i] !== 0 && -j <= supply * L) supply += j / L
      else if (j < -1e-9) {
        modes[i] = FREE
        isFed[i] = 0
        changed = true
      }
    }
    return changed
  }

  /** Turns the surplus of boiling and drying cells into vapour; mends the rare cell whose set did not agree, keeping its energy. */
  function settle(dt: number, top: number, bottom: number, x: Exposure): void {
    const modes = mode, kgs = waterKg, madeKg = made
    // All surpluses first: mending a cell moves the temperature that its neighbour's surplus is read from.
    for (let i = 0; i < n; i++) {
      if (modes[i] === BOILING) madeKg[i] = surplusJ(i, dt, top, x.topC, bottom, x.bottomC)
    }
    for (let i = 0; i < n; i++) {
      const m = modes[i]
      if (m === FREE) continue
      if (m === DRYING) {
        madeKg[i] = kgs[i]!
        kgs[i] = 0
        continue
      }
      const surplus = madeKg[i]!
      const kg = Math.min(kgs[i]!, Math.max(0, surplus / L))
      kgs[i] = kgs[i]! - kg
      const left = surplus - kg * L
      if (left !== 0) tC[i] = BOILS_C + left / (dryCapacity[i]! + kgs[i]! * CPW)
      madeKg[i] = kg
      if (kgs[i]! <= NO_WATER_KG) modes[i] = FREE
    }
  }

  function condense(i: number, vapourKg: number): number {
    const c = tC[i]!
    if (c >= BOILS_C) return vapourKg
    const kg = waterKg[i]!
    const room = waterMaxKg[i]! - kg
    if (room <= 0) return vapourKg
    const capacity = dryCapacity[i]! + kg * CPW
    const taken = Math.min(vapourKg, room, capacity * (BOILS_C - c) / L)
    waterKg[i] = kg + taken
    if (kg + taken > waterAtBoil[i]!) waterAtBoil[i] = kg + taken
    tC[i] = (capacity * c + taken * VAPOUR_J_KG) / (capacity + taken * CPW)
    return vapourKg - taken
  }

  /**
   * One sweep inward, one outward. Under an impermeable sheet all vapour goes inward; above one it is
   * turned back outward; between two it leaks out sideways.
   */
  function moveVapour(steamKg: number, inwardShare: number): void {
    const passes = permeable, rise = rising, madeKg = made, isFed = fed
    let going = 0, lost = 0
    if (steamKg > 0 && passes[0] !== 0) {
      ledger.steamJ += steamKg * VAPOUR_J_KG
      going = steamKg
    }
    let risesFrom = -1
    for (let i = 0; i < n; i++) {
      const here = madeKg[i]!
      madeKg[i] = 0
      if (passes[i] === 0) {
        rise[i] = 0
        isFed[i] = 0
        if (i > 0) {
          rise[i - 1] = rise[i - 1]! + going
          risesFrom = i - 1
        } else lost += going
        lost += here
        going = 0
        continue
      }
      if (going > 0) {
        isFed[i] = 1
        going = condense(i, going)
      } else isFed[i] = 0
      if (here > 0) {
        const inward = sealedAbove[i] !== 0 ? 1 : inwardShare
        going += here * inward
        rise[i] = here * (1 - inward)
        risesFrom = i
      } else rise[i] = 0
    }
    lost += going
    going = 0
    for (let i = risesFrom; i >= 0; i--) {
      if (passes[i] === 0) {
        lost += going
        going = 0
        continue
      }
      if (going > 0) going = condense(i, going)
      going += rise[i]!
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
