import { BOILS_C, dryKgM2, type Layer } from './layer'

/** The stack cut into cells, top (sole) to bottom. Flat arrays, one entry a cell. */
export interface Grid {
  layers: Layer[]
  /** First cell of each layer; one more entry than layers, the last being the cell count. */
  first: Int32Array
  count: number
  dxM: Float64Array
  /** Dry heat capacity, J/(m²·K). */
  dryCapacity: Float64Array
  /** Most water, kg/m². */
  waterMaxKg: Float64Array
  permeable: Uint8Array
  tC: Float64Array
  waterKg: Float64Array
}

export interface GridOptions {
  /** Cell size aimed at, mm. */
  cellMm: number
  /** Growth of neighbouring cells in beds and clappers, away from the work. */
  grading: number
  roomC: number
}

export const DEFAULT_GRID: GridOptions = { cellMm: 0.08, grading: 1.6, roomC: 20 }

/** Cell sizes of one layer from its top down, mm; they add up to its thickness. */
export function cellSizesMm(layer: Layer, { cellMm, grading }: GridOptions): number[] {
  const graded = (layer.role === 'bed' || layer.role === 'clapper') && grading > 1
  if (!graded) {
    const n = Math.max(1, Math.ceil(layer.thicknessMm / cellMm - 1e-9))
    return Array.from({ length: n }, () => layer.thicknessMm / n)
  }
  const sizes: number[] = []
  let sum = 0
  for (let size = cellMm; sum < layer.thicknessMm; size *= grading) {
    sizes.push(size)
    sum += size
  }
  const fit = layer.thicknessMm / sum
  const scaled = sizes.map(s => s * fit)
  return layer.role === 'clapper' ? scaled.reverse() : scaled
}

/** Layers at rest: temperature of the room (or their own start), regain and added water in them. */
export function buildGrid(layers: Layer[], options: GridOptions): Grid {
  const sizes = layers.map(l => cellSizesMm(l, options))
  const count = sizes.reduce((n, s) => n + s.length, 0)
  const grid: Grid = {
    layers, count,
    first: new Int32Array(layers.length + 1),
    dxM: new Float64Array(count),
    dryCapacity: new Float64Array(count),
    waterMaxKg: new Float64Array(count),
    permeable: new Uint8Array(count),
    tC: new Float64Array(count),
    waterKg: new Float64Array(count),
  }
  let c = 0
  layers.forEach((layer, l) => {
    grid.first[l] = c
    const dry = dryKgM2(layer)
    const regain = dry * layer.regainPct / 100
    const added = Math.min(layer.addedWaterGsm, layer.waterCapacityGsm) / 1000
    for (const mm of sizes[l]!) {
      const share = mm / layer.thicknessMm
      grid.dxM[c] = mm / 1000
      grid.dryCapacity[c] = dry * layer.heatCapacityJkgK * share
      grid.waterMaxKg[c] = (regain + layer.waterCapacityGsm / 1000) * share
      grid.waterKg[c] = (regain + added) * share
      grid.permeable[c] = layer.vapourPasses ? 1 : 0
      grid.tC[c] = layer.startC ?? options.roomC
      c++
    }
  })
  grid.first[layers.length] = count
  return grid
}

/**
 * Copies the state of layers that lie in both grids (found by id) from `from` into `into`;
 * those named in `reversed` are carried over upside down.
 */
export function carryState(from: Grid, into: Grid, reversed: ReadonlySet<string>): void {
  from.layers.forEach((layer, l) => {
    const k = into.layers.findIndex(x => x.id === layer.id)
    if (k < 0) return
    const n = from.first[l + 1]! - from.first[l]!
    const flip = reversed.has(layer.id)
    for (let j = 0; j < n; j++) {
      const source = from.first[l]! + (flip ? n - 1 - j : j)
      into.tC[into.first[k]! + j] = from.tC[source]!
      into.waterKg[into.first[k]! + j] = from.waterKg[source]!
    }
  })
}

/** Adds water to a layer, g/m², as far as it can hold it; colder water is taken to be at the layer's temperature, at most boiling. */
export function wetLayer(grid: Grid, id: string, waterGsm: number): void {
  const l = grid.layers.findIndex(x => x.id === id)
  if (l < 0) return
  const layer = grid.layers[l]!
  for (let c = grid.first[l]!; c < grid.first[l + 1]!; c++) {
    const share = grid.dxM[c]! * 1000 / layer.thicknessMm
    grid.waterKg[c] = Math.min(grid.waterMaxKg[c]!, grid.waterKg[c]! + waterGsm / 1000 * share)
    grid.tC[c] = Math.min(grid.tC[c]!, BOILS_C)
  }
}
