import { placeFronts, solve } from './conduct'
import { BOILS_C, WATER_HEAT_J_KG_K as CPW } from './layer'
import { BOILING, DRYING, FREE, NO_WATER_KG, PARCHING, knowWater, type Exposure, type State } from './state'
import { moveVapour } from './vapour'
import { reviseModes, settlePhases } from './water'

const MAX_SETS = 12

/**
 * One implicit stage of `dtS` (backward Euler): heat is conducted, water boils and leaves; the vapour it makes is left in `state.made`,
 * to be moved by `sweep`. The sets of wet cells are solved again until they agree, so that the stage balances its energy.
 */
export function stage(state: State, dtS: number, x: Exposure): void {
  const { mesh, ledger, old: was, oldKg, mode: modes, wetCapacity: wet, fed, boilsC, knownKg } = state
  const { tC: T, waterKg: kg, boundKg: bound, dryCapacity: dry, count: n } = mesh
  state.boiling = false
  state.phaseTo = -1
  let lastWet = -1, hottestC = Math.max(BOILS_C, x.topC, x.bottomC)
  for (let i = 0; i < n; i++) {
    const c = T[i]!, w = kg[i]!
    was[i] = c
    if (c > hottestC) hottestC = c
    oldKg[i] = w
    wet[i] = dry[i]! + w * CPW
    if (w !== knownKg[i]) knowWater(state, i)
    if (w > NO_WATER_KG) lastWet = i
    const m = modes[i]!
    if (m !== FREE && (m === DRYING || m === PARCHING || w <= NO_WATER_KG)) modes[i] = FREE
    if (fed[i] !== 0 && modes[i] === FREE && c >= BOILS_C - 1e-6 && boilsC[i] === BOILS_C && w > bound[i]! + NO_WATER_KG) {
      modes[i] = BOILING
      state.waterAtBoil[i] = w
    }
  }
  state.hottestC = hottestC
  if (state.wetter || state.hasFront) placeFronts(state)
  const { topC, bottomC } = x
  const top = x.topWm2K > 0 ? 1 / (1 / x.topWm2K + state.upR[0]!) : 0
  const bottom = x.bottomWm2K > 0 ? 1 / (1 / x.bottomWm2K + state.downR[n - 1]!) : 0
  for (let sets = 0; sets < MAX_SETS; sets++) {
    solve(state, dtS, top, topC, bottom, bottomC)
    if (lastWet < 0 || !reviseModes(state, dtS, top, topC, bottom, bottomC, x, lastWet)) break
  }
  ledger.topJ += top * (topC - T[0]!) * dtS
  ledger.bottomJ += bottom * (bottomC - T[n - 1]!) * dtS
  if (state.boiling) settlePhases(state, dtS, top, bottom, x)
}

/** Moves the vapour that was made, and what the sole pushed in over `steamS`. */
export function sweep(state: State, steamS: number, x: Exposure): void {
  if (state.boiling || x.steamKgM2S > 0) {
    moveVapour(state, x.steamKgM2S * steamS, x.inwardShare)
    state.vapourMoved = true
  } else if (state.vapourMoved) {
    state.fed.fill(0)
    state.fedTo = -1
    state.vapourMoved = false
  }
}
