import type { Grid } from './grid'
import type { Layer } from './layer'
import type { Ledger } from './solver'

export type MarkKind = 'down' | 'lift' | 'turn' | 'clapper'

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
}

/** Keeps what a programme did, growing its arrays as it goes. Layers that leave the stack keep their last state. */
export function createRecorder(tracked: Layer[]) {
  let room = 1024, steps = 0
  let timesS = new Float64Array(room), soleC = new Float32Array(room), pressureKPa = new Float32Array(room)
  const width = tracked.length
  let mean = new Float32Array(room * width), hottest = new Float32Array(room * width), water = new Float32Array(room * width)
  const marks: Transient['marks'] = []
  let known: Grid | null = null
  let place = new Int32Array(width)

  function grow(): void {
    room *= 2
    const wider = <T extends Float32Array | Float64Array>(from: T, into: T): T => { into.set(from); return into }
    timesS = wider(timesS, new Float64Array(room))
    soleC = wider(soleC, new Float32Array(room))
    pressureKPa = wider(pressureKPa, new Float32Array(room))
    mean = wider(mean, new Float32Array(room * width))
    hottest = wider(hottest, new Float32Array(room * width))
    water = wider(water, new Float32Array(room * width))
  }

  function record(timeS: number, sole: number, kPa: number, grid: Grid): void {
    if (steps === room) grow()
    if (grid !== known) {
      place = Int32Array.from(tracked, layer => grid.layers.findIndex(l => l.id === layer.id))
      known = grid
    }
    timesS[steps] = timeS
    soleC[steps] = sole
    pressureKPa[steps] = kPa
    for (let l = 0; l < width; l++) {
      const at = steps * width + l
      const p = place[l]!
      if (p < 0) {
        mean[at] = mean[at - width]!
        hottest[at] = hottest[at - width]!
        water[at] = water[at - width]!
        continue
      }
      let sum = 0, span = 0, high = -Infinity, kg = 0
      for (let c = grid.first[p]!; c < grid.first[p + 1]!; c++) {
        const t = grid.tC[c]!
        sum += t * grid.dxM[c]!
        span += grid.dxM[c]!
        if (t > high) high = t
        kg += grid.waterKg[c]!
      }
      mean[at] = sum / span
      hottest[at] = high
      water[at] = kg * 1000
    }
    steps++
  }

  const column = (from: Float32Array, l: number): Float32Array => {
    const out = new Float32Array(steps)
    for (let s = 0; s < steps; s++) out[s] = from[s * width + l]!
    return out
  }

  function finish(energy: Energy, cellSteps: number): Transient {
    return {
      timesS: timesS.slice(0, steps), soleC: soleC.slice(0, steps), pressureKPa: pressureKPa.slice(0, steps),
      layers: tracked.map((layer, l) => ({ layer, meanC: column(mean, l), hottestC: column(hottest, l), waterGsm: column(water, l) })),
      marks, energy, steps, cellSteps,
    }
  }

  return { record, mark: (atS: number, kind: MarkKind) => { marks.push({ atS, kind }) }, finish }
}
