import { conductivityOf } from './give'
import { BOILS_C, LATENT_HEAT_J_KG as L, WATER_HEAT_J_KG_K as CPW } from './layer'
import { BOILING, DRYING, FREE, NO_WATER_KG, PARTING, type State } from './state'

/**
 * Puts the 100 °C of a boiling cell where its drying front is: as its free water goes, the front moves from its hotter
 * face through the cell, the fabric behind it dry and before it as wet as it was. This makes the glue line's time nearly
 * second order in the cell size. Other cells stand in their middle.
 */
export function placeFronts(state: State): void {
  const { mesh, mode, joint, contactR, upR, downR, waterAtBoil, stale } = state
  const { wholeR, waterKg, boundKg, tC, poreKg, fibre, nowM, count: n } = mesh
  state.hasFront = state.wetter = false
  let moved = false
  for (let i = 0; i < n; i++) {
    const before = moved
    moved = stale[i] !== 0 || mode[i] === BOILING
    if (moved) {
      stale[i] = 0
      const had = waterAtBoil[i]! - boundKg[i]!
      if (mode[i] !== BOILING || had <= NO_WATER_KG) upR[i] = downR[i] = wholeR[i]! / 2
      else {
        // Its front goes on: it is placed anew next time.
        stale[i] = 1
        state.hasFront = true
        const gone = Math.min(0.98, Math.max(0.02, 1 - (waterKg[i]! - boundKg[i]!) / had))
        const dryR = gone * nowM[i]! / conductivityOf(fibre[i]!, 0)
        const wetR = (1 - gone) * nowM[i]! / conductivityOf(fibre[i]!, Math.min(1, had / poreKg[i]!))
        const fromTop = i === 0 || (i < n - 1 && tC[i - 1]! >= tC[i + 1]!)
        upR[i] = fromTop ? dryR : wetR
        downR[i] = fromTop ? wetR : dryR
      }
    }
    if (i > 0 && (before || moved)) joint[i - 1] = 1 / (downR[i - 1]! + contactR[i - 1]! + upR[i]!)
  }
}

/**
 * Solves for all temperatures with the present modes; Thomas algorithm. Arrays are named locally, so that their bounds and
 * addresses are looked up once and not for every cell; what goes on from cell to cell begins as a plain number (`+`), for where it
 * begins as a parameter or an imported constant the engine puts it in a new box for each.
 */
export function solve(state: State, dt: number, top: number, topC: number, bottom: number, bottomC: number): void {
  const {
    mesh, old: was, mode: modes, joint: joints, gain: gains, right: rights, wetCapacity: wet, boilsC: boils, leavesKgK: leaves,
  } = state
  const { tC: T, dryCapacity: dry, waterKg: kg, boundKg: bound, count } = mesh
  const perS = 1 / dt
  const last = count - 1, below = +bottom, boils100C = +BOILS_C
  let up = +top, g = 0, r = +topC
  for (let i = 0; i < count; i++) {
    const down = i < last ? joints[i]! : below
    const m = modes[i]!
    if (m === BOILING) {
      g = 0
      r = boils100C
    } else {
      let b = up + down, d: number
      if (m === FREE) {
        const c = wet[i]! * perS
        b += c
        d = c * was[i]!
      } else if (m === PARTING) {
        const c = wet[i]! * perS, latent = leaves[i]! * (L - CPW * (boils[i]! - BOILS_C)) * perS
        b += c + latent
        d = c * was[i]! + latent * boils[i]!
      } else {
        // The last of its water goes within the step: it leaves at its boiling point, the rest goes on warming.
        const stays = m === DRYING ? bound[i]! : 0, boilC = boils[i]!
        const c = dry[i]! + stays * CPW
        b += c * perS
        d = (c * boilC - wet[i]! * (boilC - was[i]!) - (kg[i]! - stays) * (L - CPW * (boilC - BOILS_C))) * perS
      }
      if (i === last) d += below * bottomC
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

/** Heat that came to a cell over the step beyond what brings it to `atC`, J/m². */
export function surplusJ(
  state: State, i: number, atC: number, dt: number, top: number, topC: number, bottom: number, bottomC: number,
): number {
  const { joint, wetCapacity, old } = state
  const { tC, count } = state.mesh
  const fromUp = i > 0 ? joint[i - 1]! * (tC[i - 1]! - tC[i]!) : top * (topC - tC[i]!)
  const fromDown = i < count - 1 ? joint[i]! * (tC[i + 1]! - tC[i]!) : bottom * (bottomC - tC[i]!)
  return (fromUp + fromDown) * dt - wetCapacity[i]! * (atC - old[i]!)
}
