import { BOILS_C, LATENT_HEAT_J_KG as L, WATER_HEAT_J_KG_K as CPW } from './layer'
import { VAPOUR_J_KG, type State } from './state'

/** Takes up as much vapour as brings a cell under 100 °C there, within what it can hold. @returns what goes on, kg/m² */
function condense(state: State, i: number, vapourKg: number): number {
  const { tC, waterKg, waterMaxKg, dryCapacity } = state.mesh
  const c = tC[i]!
  if (c >= BOILS_C) return vapourKg
  const kg = waterKg[i]!
  const room = waterMaxKg[i]! - kg
  if (room <= 0) return vapourKg
  const capacity = dryCapacity[i]! + kg * CPW
  const taken = Math.min(vapourKg, room, capacity * (BOILS_C - c) / L)
  waterKg[i] = kg + taken
  if (kg + taken > state.waterAtBoil[i]!) state.waterAtBoil[i] = kg + taken
  tC[i] = (capacity * c + taken * VAPOUR_J_KG) / (capacity + taken * CPW)
  return vapourKg - taken
}

/**
 * One sweep inward, one outward. Under an impermeable sheet all vapour goes inward; above one it is
 * turned back outward; between two it leaks out sideways.
 */
export function moveVapour(state: State, steamKg: number, inwardShare: number): void {
  const { rising, made, fed, sealedAbove, ledger, phaseTo } = state
  // Beyond the last that makes vapour, and the last that it reached before, there is nothing to do once none is on its way.
  const busyTo = Math.max(phaseTo, state.fedTo)
  let fedTo = -1
  const { permeable, count } = state.mesh
  // Plain numbers from the first: see solve.
  const share = +inwardShare
  let going = 0, lost = 0
  if (steamKg > 0 && permeable[0] !== 0) {
    ledger.steamJ += steamKg * VAPOUR_J_KG
    going = +steamKg
  }
  let risesFrom = -1
  for (let i = 0; i < count && (i <= busyTo || going > 0); i++) {
    const here = made[i]!
    made[i] = 0
    if (permeable[i] === 0) {
      rising[i] = 0
      fed[i] = 0
      if (i > 0) {
        rising[i - 1] = rising[i - 1]! + going
        risesFrom = i - 1
      } else lost += going
      lost += here
      going = 0
      continue
    }
    if (going > 0) {
      fed[i] = 1
      fedTo = i
      going = condense(state, i, going)
    } else fed[i] = 0
    if (here > 0) {
      const inward = sealedAbove[i] !== 0 ? 1 : share
      going += here * inward
      rising[i] = here * (1 - inward)
      risesFrom = i
    } else rising[i] = 0
  }
  state.fedTo = fedTo
  lost += going
  going = 0
  for (let i = risesFrom; i >= 0; i--) {
    if (permeable[i] === 0) {
      lost += going
      going = 0
      continue
    }
    if (going > 0) going = condense(state, i, going)
    going += rising[i]!
  }
  lost += going
  ledger.vapourOutKg += lost
  ledger.vapourOutJ += lost * VAPOUR_J_KG
}
