import { surplusJ } from './conduct'
import { BOILS_C, LATENT_HEAT_J_KG as L, WATER_HEAT_J_KG_K as CPW } from './layer'
import { BOILING, DRYING, FREE, NO_WATER_KG, PARCHING, PARTING, type Exposure, type State } from './state'

const CLOSE_K = 1e-9
/**
 * Length of either stage of a step, as a share of it; and how many times its first stage's changes the second begins with.
 * Source: the L-stable SDIRK of two stages, γ = 1 − 1/√2.
 */
export const STAGE = 1 - Math.SQRT1_2
export const CARRIED = (1 - STAGE) / STAGE
/** Less than this share of the bound water may be lent to free water that a step takes too much of. */
const LENT = 1e-3

/** Looks over the wet cells after a solve and moves those whose mode does not fit; true if the system must be solved again. */
export function reviseModes(
  state: State, dt: number, top: number, topC: number, bottom: number, bottomC: number, x: Exposure, lastWet: number,
): boolean {
  const { mode, fed, boilsC, leavesKgK, waterAtBoil, old, wetCapacity, sealedAbove } = state
  const { tC, waterKg, boundKg, permeable } = state.mesh
  let changed = false, phaseTo = -1
  /** Vapour on its way inward past cell i, kg/m²: what keeps fed cells at 100 °C. */
  let supply = x.steamKgM2S * dt
  for (let i = 0; i <= lastWet; i++) {
    const m = mode[i]!
    if (permeable[i] === 0) supply = 0
    if (m === FREE) {
      if (waterKg[i]! <= NO_WATER_KG) continue
      const c = tC[i]!
      if (c > boilsC[i]! + CLOSE_K) {
        if (waterKg[i]! > boundKg[i]! + NO_WATER_KG) {
          mode[i] = BOILING
          if (old[i]! < BOILS_C - 1 || waterKg[i]! > waterAtBoil[i]!) waterAtBoil[i] = waterKg[i]!
        } else mode[i] = PARTING
        phaseTo = i
        changed = true
      } else if (supply > 0 && c < BOILS_C) supply = Math.max(0, supply - wetCapacity[i]! * (BOILS_C - c) / L)
      continue
    }
    const inward = sealedAbove[i] !== 0 ? 1 : x.inwardShare
    state.boiling = true
    phaseTo = i
    if (m === PARTING) {
      const leaves = leavesKgK[i]! * (tC[i]! - boilsC[i]!)
      if (leaves < 0) {
        mode[i] = FREE
        changed = true
      } else if (leaves > waterKg[i]!) {
        mode[i] = PARCHING
        changed = true
      } else supply += leaves * inward
      continue
    }
    if (m !== BOILING) {
      supply += (waterKg[i]! - (m === DRYING ? boundKg[i]! : 0)) * inward
      if (tC[i]! < boilsC[i]! - CLOSE_K) { mode[i] = m === DRYING ? BOILING : PARTING; changed = true }
      continue
    }
    const j = surplusJ(state, i, BOILS_C, dt, top, topC, bottom, bottomC)
    if (j > (waterKg[i]! - boundKg[i]!) * L) {
      mode[i] = DRYING
      changed = true
    } else if (j >= 0) supply += j / L * inward
    else if (fed[i] !== 0 && -j <= supply * L) supply += j / L
    else if (j < -CLOSE_K) {
      mode[i] = FREE
      fed[i] = 0
      changed = true
    }
  }
  state.phaseTo = phaseTo
  return changed
}

/** Turns what boiling and drying cells have left over into vapour; mends the rare cell whose set did not agree, keeping its energy. */
export function settlePhases(state: State, dt: number, top: number, bottom: number, x: Exposure): void {
  const { mode, made, phaseTo } = state
  const { tC, waterKg, boundKg, dryCapacity } = state.mesh
  // All surpluses first: mending a cell moves the temperature that its neighbour's surplus is read from.
  for (let i = 0; i <= phaseTo; i++) {
    if (mode[i] === BOILING) made[i] = surplusJ(state, i, BOILS_C, dt, top, x.topC, bottom, x.bottomC)
    else if (mode[i] === PARTING) made[i] = surplusJ(state, i, tC[i]!, dt, top, x.topC, bottom, x.bottomC)
  }
  for (let i = 0; i <= phaseTo; i++) {
    const m = mode[i]
    if (m === FREE) continue
    if (m === DRYING || m === PARCHING) {
      const stays = m === DRYING ? boundKg[i]! : 0
      made[i] = waterKg[i]! - stays
      waterKg[i] = stays
    } else if (m === PARTING) {
      // Vapour leaves with the heat it has at 100 °C: what it is hotter stays behind.
      const kg = Math.min(waterKg[i]!, Math.max(0, made[i]! / (L - CPW * (tC[i]! - BOILS_C))))
      const left = made[i]! - kg * (L - CPW * (tC[i]! - BOILS_C))
      waterKg[i] = waterKg[i]! - kg
      made[i] = kg
      tC[i] = tC[i]! + left / (dryCapacity[i]! + waterKg[i]! * CPW)
    } else {
      const surplus = made[i]!
      const kg = Math.min(waterKg[i]! - boundKg[i]!, Math.max(0, surplus / L))
      waterKg[i] = waterKg[i]! - kg
      const left = surplus - kg * L
      if (left !== 0) tC[i] = BOILS_C + left / (dryCapacity[i]! + waterKg[i]! * CPW)
      made[i] = kg
      if (waterKg[i]! <= boundKg[i]! + NO_WATER_KG) mode[i] = FREE
    }
  }
}

/**
 * May the first stage be carried on to the second: does no cell come out hotter than all that can heat it, and is there as much water as
 * would go by then?
 */
export function isSmooth(state: State): boolean {
  const { oldKg, old, hottestC } = state
  const { waterKg, boundKg, tC, count } = state.mesh
  for (let i = 0; i < count; i++) {
    const t0 = old[i]!, rose = tC[i]! - t0
    if (rose > 0 && t0 + CARRIED * rose > hottestC) return false
    const had = oldKg[i]!, went = had - waterKg[i]!
    if (went <= 0) continue
    const left = had - CARRIED * went, bound = boundKg[i]!
    if (left < 0 || (had > bound + NO_WATER_KG && left < bound * (1 - LENT))) return false
  }
  return true
}

/** When the first of the boiling cells has boiled off its free water, going on as in the last `dtS`, s from now; 0 where none does. */
export function driesInS(state: State, dtS: number): number {
  const { oldKg } = state
  const { waterKg, boundKg, count } = state.mesh
  let soonestS = 0
  for (let i = 0; i < count; i++) {
    const went = oldKg[i]! - waterKg[i]!, left = waterKg[i]! - boundKg[i]!
    if (went <= 0 || left <= NO_WATER_KG) continue
    const inS = dtS * left / went * 1.0001
    if (inS < CARRIED * dtS && (soonestS === 0 || inS < soonestS)) soonestS = inS
  }
  return soonestS
}
