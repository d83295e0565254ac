import type { Outcome } from './evaluate'
import { freeWaterGsm, stepAt, valueAt, type LayerRole, type MarkKind } from '../heat'
import type { DamageFlag } from '../damage'

/** One layer's course for drawing. */
interface LayerCourse {
  role: LayerRole
  name: string
  thicknessMm: number
  /** °C and g/m² at each of `timesS`. */
  meanC: number[]
  waterGsm: number[]
  /** Water beyond what the layer holds at room humidity, g/m². */
  freeWaterGsm: number[]
}

/** An outcome thinned to what a picture needs; plain data, fit to cross from a worker. */
export interface Course {
  timesS: number[]
  soleC: (number | null)[]
  /** Top to bottom as first laid. */
  layers: LayerCourse[]
  marks: { atS: number, kind: MarkKind }[]
  bond: number[]
  finalBond: number
  peakC: number
  inWindowS: number
  flags: DamageFlag[]
  harm: number
}

/** Samples a run at evenly spaced times. @param samples how many, at least 2 */
export function courseOf({ run, bond, flags, harm }: Outcome, samples = 160): Course {
  const endS = run.timesS[run.steps - 1]!
  const timesS = Array.from({ length: samples }, (_, i) => endS * i / (samples - 1))
  const steps = timesS.map(t => stepAt(run, t))
  const read = (a: Float32Array, digits: number) => timesS.map(t => Math.round(valueAt(run, a, t) * digits) / digits)
  return {
    timesS: timesS.map(t => Math.round(t * 100) / 100),
    soleC: steps.map(s => (Number.isNaN(run.soleC[s]!) ? null : Math.round(run.soleC[s]! * 10) / 10)),
    layers: run.layers.map(l => ({
      role: l.layer.role, name: l.layer.name, thicknessMm: l.layer.thicknessMm, meanC: read(l.meanC, 10), waterGsm: read(l.waterGsm, 10),
      freeWaterGsm: steps.map(s => Math.round(freeWaterGsm(l, s) * 10) / 10),
    })),
    marks: run.marks.map(m => ({ ...m })),
    bond: read(bond.progress, 1000),
    finalBond: bond.final, peakC: bond.peakC, inWindowS: bond.inWindowS, flags, harm,
  }
}
