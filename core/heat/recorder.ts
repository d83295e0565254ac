import type { Mesh } from './mesh'
import { regainGsm, type Layer } from './layer'
import type { Ledger } from './state'

export type MarkKind = 'warm' | 'lay' | 'down' | 'lift' | 'turn' | 'clapper' | 'table'

/** One layer's course: same length as `timesS`. */
export interface LayerTrace {
  layer: Layer
  meanC: Float32Array
  hottestC: Float32Array
  /** Free and bound water together, g/m². */
  waterGsm: Float32Array
}

export interface Energy extends Ledger {
  startJ: number
  endJ: number
}

/** A programme as it went. */
export interface Transient {
  timesS: Float64Array
  /** °C; NaN while the sole is away. */
  soleC: Float32Array
  /** Pressure on the work, kPa; 0 while lifted. */
  pressureKPa: Float32Array
  layers: LayerTrace[]
  marks: { atS: number, kind: MarkKind }[]
  energy: Energy
  steps: number
  cellSteps: number
  /** When water was first brought, by mist, steam or a damp press cloth, s; Infinity where it was pressed dry. */
  wetFromS: number
}

/** What the programmes are written down in as they go, one after the other: it is asked for once, and grows with the longest. */
let room = 128, timesS = new Float64Array(room), kept = new Float32Array(room * 20)

/**
 * Keeps what a programme did; once it is over it has its own arrays, as long as its steps. Layers that leave the stack keep their last
 * state; those not yet on it lie in the room. One programme is run at a time.
 */
export function createRecorder(tracked: Layer[], roomC: number) {
  const count = tracked.length
  /** The first two columns are the sole and the pressure; then of each layer its mean, its hottest and its water. */
  const columns = 2 + 3 * count
  let steps = 0
  if (kept.length < room * columns) kept = new Float32Array(room * columns)
  const marks: Transient['marks'] = []
  let known: Mesh | null = null
  const place = new Int32Array(count)

  function grow(): void {
    const times = timesS, was = kept
    timesS = new Float64Array(room * 2)
    timesS.set(times)
    kept = new Float32Array(room * 2 * columns)
    for (let k = 0; k < columns; k++) kept.set(was.subarray(k * room, (k + 1) * room), k * room * 2)
    room *= 2
  }

  function record(timeS: number, sole: number, kPa: number, mesh: Mesh): void {
    if (steps === room) grow()
    if (mesh !== known) {
      for (let l = 0; l < count; l++) place[l] = mesh.layers.findIndex(layer => layer.id === tracked[l]!.id)
      known = mesh
    }
    timesS[steps] = timeS
    kept[steps] = sole
    kept[room + steps] = kPa
    const { tC, dxM, waterKg, first } = mesh
    for (let l = 0; l < count; l++) {
      const p = place[l]!
      let at = (2 + 3 * l) * room + steps
      if (p < 0) {
        for (let k = 0; k < 3; k++, at += room) kept[at] = steps > 0 ? kept[at - 1]! : atRest(tracked[l]!, k)
        continue
      }
      const end = first[p + 1]!
      let sum = 0, span = 0, high = -1e9, kg = 0
      for (let c = first[p]!; c < end; c++) {
        const t = tC[c]!, dx = dxM[c]!
        sum += t * dx
        span += dx
        if (t > high) high = t
        kg += waterKg[c]!
      }
      kept[at] = sum / span
      kept[at + room] = high
      kept[at + 2 * room] = kg * 1000
    }
    steps++
  }
  const atRest = (layer: Layer, k: number) => k === 2 ? regainGsm(layer) : layer.startC ?? roomC

  function finish(energy: Energy, cellSteps: number, wetFromS: number): Transient {
    const own = new Float32Array(steps * columns)
    for (let k = 0; k < columns; k++) own.set(kept.subarray(k * room, k * room + steps), k * steps)
    const column = (k: number) => own.subarray(k * steps, (k + 1) * steps)
    return {
      timesS: timesS.slice(0, steps), soleC: column(0), pressureKPa: column(1),
      layers: tracked.map((layer, l) => ({ layer, meanC: column(2 + 3 * l), hottestC: column(3 + 3 * l), waterGsm: column(4 + 3 * l) })),
      marks, energy, steps, cellSteps, wetFromS,
    }
  }

  return { record, mark: (atS: number, kind: MarkKind) => { marks.push({ atS, kind }) }, finish }
}
