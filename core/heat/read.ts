import type { LayerTrace, Transient } from './recorder'
import { regainGsm, type LayerRole } from './layer'

export const layerOf = (run: Transient, role: LayerRole): LayerTrace | undefined => run.layers.find(l => l.layer.role === role)

/**
 * When a figure first comes to what is wanted, s, straight between steps; null where it never does.
 * @param at the figure at a step @param from the step from which it is looked at
 */
export function comesToS(run: Pick<Transient, 'timesS' | 'steps'>, at: (step: number) => number, wanted: number, from = 0): number | null {
  let before = at(from)
  if (before >= wanted) return run.timesS[from]!
  for (let i = from + 1; i < run.steps; i++) {
    const now = at(i)
    if (now >= wanted) {
      const fromS = run.timesS[i - 1]!
      return fromS + (wanted - before) / (now - before) * (run.timesS[i]! - fromS)
    }
    before = now
  }
  return null
}

/** First time at which a layer's mean reaches `wantedC`, s; null if it never does. */
export const timeToReachS = (run: Transient, trace: LayerTrace, wantedC: number): number | null =>
  comesToS(run, i => trace.meanC[i]!, wantedC)

/** How long a layer's mean stays within `±withinK` of `atC`, s. */
export function timeHeldS(run: Transient, trace: LayerTrace, atC: number, withinK: number): number {
  let held = 0
  for (let i = 1; i < run.steps; i++) {
    if (Math.abs(trace.meanC[i]! - atC) <= withinK) held += run.timesS[i]! - run.timesS[i - 1]!
  }
  return held
}

/** Index of the last step at or before `timeS`. */
export function stepAt(run: Pick<Transient, 'timesS' | 'steps'>, timeS: number): number {
  let low = 0, high = run.steps - 1
  while (low < high) {
    const mid = (low + high + 1) >> 1
    if (run.timesS[mid]! <= timeS) low = mid
    else high = mid - 1
  }
  return low
}

/** Unaccounted energy as a share of what went through; 0 is a perfect balance. */
export function energyGap({ energy: e }: Transient): number {
  const net = e.topJ + e.bottomJ + e.steamJ - e.vapourOutJ
  const through = Math.abs(e.topJ) + Math.abs(e.bottomJ) + e.steamJ + e.vapourOutJ
  return through > 0 ? Math.abs(e.endJ - e.startJ - net) / through : 0
}

/** Free water of a layer at a step, beyond its regain, g/m². */
export const freeWaterGsm = (trace: LayerTrace, step: number): number =>
  Math.max(0, trace.waterGsm[step]! - regainGsm(trace.layer))

/** A recorded figure at any time, straight between its steps. @param values one a step */
export function valueAt(run: Pick<Transient, 'timesS' | 'steps'>, values: Float32Array, timeS: number): number {
  const i = stepAt(run, timeS)
  if (i + 1 >= run.steps) return values[run.steps - 1]!
  const share = (timeS - run.timesS[i]!) / (run.timesS[i + 1]! - run.timesS[i]!)
  return values[i]! + (values[i + 1]! - values[i]!) * Math.max(0, share)
}
