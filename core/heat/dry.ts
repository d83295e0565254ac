import { comesToS, freeWaterGsm } from './read'
import type { Transient } from './recorder'

/** Less free water than this is dry to the hand, g/m². */
const DRY_GSM = 3

/** When the layers named have lost their free water, s from the start; null where they have not by the end. */
export function driedS(run: Transient, which: (id: string) => boolean): number | null {
  const layers = run.layers.filter(l => which(l.layer.id))
  return comesToS(run, i => -layers.reduce((s, l) => s + freeWaterGsm(l, i), 0), -DRY_GSM)
}

/** When a press cloth has given up such a share of its free water, s from the start; null where it has not by the end. */
export function givenUpS(run: Transient, share: number): number | null {
  const cloth = run.layers.find(l => l.layer.id === 'pressCloth')
  if (!cloth) return 0
  return comesToS(run, i => -freeWaterGsm(cloth, i), -freeWaterGsm(cloth, 0) * (1 - share))
}

/** When a figure along a run first comes to what is wanted, s; null where it never does. */
export const firstAtS = (run: Transient, values: Float32Array, wanted: number): number | null => comesToS(run, i => values[i]!, wanted)
