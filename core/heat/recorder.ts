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

/**
 * Keeps what a programme did, growing its arrays as it goes. Layers that leave the stack keep their last state; those not yet on it
 * lie in the room.
 */
export function createRecorder(tracked: Layer[], roomC: number) {
  let room = 192, steps = 0
  let timesS = new Float64Array(room), soleC = new Float32Array(room), pressureKPa = new Float32Array(room)
  const column = () => tracked.map(() => new Float32Array(room))
  let mean = column(), hottest = column(), water = column()
  const marks: Transient['marks'] = []
  let known: Mesh | null = null
  let place = new Int32Array(tracked.length)

  function grow(): void {
    room *= 2
    const wider = <T extends Float32Array | Float64Array>(from: T, into: T): T => { into.set(from); return into }
    timesS = wider(timesS, new Float64Array(room))
    soleC = wider(soleC, new Float32Array(room))
    pressureKPa = wider(pressureKPa, new Float32Array(room))
    ;[mean, hottest, water] = [mean, hottest, water].map(all => all.map(from => wider(from, new Float32Array(room)))) as [
      Float32Array<ArrayBuffer>[], Float32Array<ArrayBuffer>[], Float32Array<ArrayBuffer>[],
    ]
  }

  function record(timeS: number, sole: number, kPa: number, mesh: Mesh): void {
    if (steps === room) grow()
    if (mesh !== known) {
      place = Int32Array.from(tracked, layer => mesh.layers.findIndex(l => l.id === layer.id))
      known = mesh
    }
    timesS[steps] = timeS
    soleC[steps] = sole
    pressureKPa[steps] = kPa
    const { tC, dxM, waterKg, first } = mesh
    for (let l = 0; l < place.length; l++) {
      const p = place[l]!
      if (p < 0) {
        mean[l]![steps] = steps > 0 ? mean[l]![steps - 1]! : tracked[l]!.startC ?? roomC
        hottest[l]![steps] = steps > 0 ? hottest[l]![steps - 1]! : tracked[l]!.startC ?? roomC
        water[l]![steps] = steps > 0 ? water[l]![steps - 1]! : regainGsm(tracked[l]!)
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
      mean[l]![steps] = sum / span
      hottest[l]![steps] = high
      water[l]![steps] = kg * 1000
    }
    steps++
  }

  function finish(energy: Energy, cellSteps: number, wetFromS: number): Transient {
    const cut = <T extends Float32Array | Float64Array>(a: T): T => a.subarray(0, steps) as T
    return {
      timesS: cut(timesS), soleC: cut(soleC), pressureKPa: cut(pressureKPa),
      layers: tracked.map((layer, l) => ({ layer, meanC: cut(mean[l]!), hottestC: cut(hottest[l]!), waterGsm: cut(water[l]!) })),
      marks, energy, steps, cellSteps, wetFromS,
    }
  }

  return { record, mark: (atS: number, kind: MarkKind) => { marks.push({ atS, kind }) }, finish }
}
