import { regainGsm } from './layer'
import { comesToS } from './read'
import type { Transient } from './recorder'

/** Less free water than this is dry to the hand, g/m². */
const DRY_GSM = 3

/** When the layers named have lost their free water, s from the start; null where they have not by the end. */
export function driedS(run: Transient, which: (id: string) => boolean): number | null {
  const layers = run.layers.filter(l => which(l.layer.id))
  return comesToS(run, i => -layers.reduce((s, l) => s + Math.max(0, l.waterGsm[i]! - regainGsm(l.layer)), 0), -DRY_GSM)
}

/** When a press cloth has given up such a share of its free water, s from the start; null where it has not by the end. */
export function givenUpS(run: Transient, share: number): number | null {
  const cloth = run.layers.find(l => l.layer.id === 'pressCloth')
  if (!cloth) return 0
  const free = (i: number) => Math.max(0, cloth.waterGsm[i]! - regainGsm(cloth.layer))
  return comesToS(run, i => -free(i), -free(0) * (1 - share))
}

/** When a figure along a run first comes to what is wanted, s; null where it never does. */
export const firstAtS = (run: Transient, values: Float32Array, wanted: number): number | null => comesToS(run, i => values[i]!, wanted)
