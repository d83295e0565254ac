import { columnsOf } from './columns'
import { conductivityOf, fibreShare, thicknessUnderMm } from './give'
import { BOILS_C, dryKgM2, WATER_HEAT_J_KG_K, type Layer } from './layer'

/** The stack cut into cells, top (sole) to bottom. Flat arrays, one entry a cell. */
export interface Mesh {
  layers: Layer[]
  /** First cell of each layer; one more entry than layers, the last being the cell count. */
  first: Int32Array
  count: number
  /** Thickness of each cell at 1 kPa, m; they make up their layer's. */
  dxM: Float64Array
  /** Dry heat capacity, J/(m²·K). */
  dryCapacity: Float64Array
  /** Bound water at room humidity, and most water in all, kg/m². */
  boundKg: Float64Array
  waterMaxKg: Float64Array
  permeable: Uint8Array
  tC: Float64Array
  waterKg: Float64Array
  /** Under the present pressure: resistance, m²K/W, fibre share (1 for a solid) and room of the pores as water, kg/m². */
  wholeR: Float64Array
  fibre: Float64Array
  poreKg: Float64Array
  /** Thickness of each cell now, m. */
  nowM: Float64Array
}

export interface MeshOptions {
  /** Cell size aimed at, mm. */
  cellMm: number
  /** Growth of neighbouring cells in surfaces and clappers, away from the work. */
  grading: number
  roomC: number
}

export const DEFAULT_MESH: MeshOptions = { cellMm: 0.06, grading: 1.6, roomC: 20 }
const WATER_KG_M3 = 1000

/** In the first layer of a surface, where vapour still condenses, cells grow no faster than this. */
const NEAR_GRADING = 1.3
const NEAR_MM = 1
/** Fabric that was wetted is cut so much finer: its drying front is where a grid errs most. */
const WET_SHARE = 0.75

/** Cell sizes of one layer from its top down, mm; they add up to its thickness. Surfaces start from `fromMm`, the size above them. */
function cellSizesMm(layer: Layer, { cellMm, grading }: MeshOptions, fromMm = cellMm): number[] {
  const graded = (layer.role === 'surface' || layer.role === 'clapper') && grading > 1
  if (!graded) {
    const wanted = layer.role === 'fabric' && layer.addedWaterGsm > 0 ? cellMm * WET_SHARE : cellMm
    const n = Math.max(1, Math.ceil(layer.thicknessMm / wanted - 1e-9))
    return Array.from({ length: n }, () => layer.thicknessMm / n)
  }
  const growth = layer.thicknessMm <= NEAR_MM ? Math.min(grading, NEAR_GRADING) : grading
  const sizes: number[] = []
  let sum = 0
  for (let size = fromMm; sum < layer.thicknessMm; size *= growth) {
    sizes.push(size)
    sum += size
  }
  const fit = layer.thicknessMm / sum
  const scaled = sizes.map(s => s * fit)
  return layer.role === 'clapper' ? scaled.reverse() : scaled
}

/** Layers at rest: temperature of the room (or their own start), regain and added water in them. */
export function buildMesh(layers: Layer[], options: MeshOptions): Mesh {
  let above = options.cellMm
  const sizes = layers
    .map((l) => {
      const own = cellSizesMm(l, options, l.role === 'surface' ? above : options.cellMm)
      above = l.role === 'surface' ? own[own.length - 1]! * NEAR_GRADING : options.cellMm
      return own
    })
    .map((own, l) => {
      // The glue line waits for the cells beside it: those are cut finer.
      if (layers[l]!.role !== 'fabric' && layers[l]!.role !== 'interfacing') return own
      const halves = (mm: number) => [mm / 2, mm / 2]
      return own.flatMap((mm, i) =>
        (i === 0 && layers[l - 1]?.role === 'adhesive') || (i === own.length - 1 && layers[l + 1]?.role === 'adhesive') ? halves(mm) : [mm],
      )
    })
  const count = sizes.reduce((n, s) => n + s.length, 0)
  const column = columnsOf(count, 10)
  const mesh: Mesh = {
    layers, count, first: new Int32Array(layers.length + 1), permeable: new Uint8Array(count), dxM: column(), dryCapacity: column(),
    boundKg: column(), waterMaxKg: column(), tC: column(), waterKg: column(), wholeR: column(), fibre: column(), poreKg: column(),
    nowM: column(),
  }
  let c = 0
  layers.forEach((layer, l) => {
    mesh.first[l] = c
    const dry = dryKgM2(layer)
    const regain = dry * layer.regainPct / 100
    const added = Math.min(layer.addedWaterGsm, layer.waterCapacityGsm) / 1000
    for (const mm of sizes[l]!) {
      const share = mm / layer.thicknessMm
      mesh.dxM[c] = mm / 1000
      mesh.dryCapacity[c] = dry * layer.heatCapacityJkgK * share
      mesh.boundKg[c] = regain * share
      mesh.waterMaxKg[c] = (regain + layer.waterCapacityGsm / 1000) * share
      mesh.waterKg[c] = (regain + added) * share
      mesh.permeable[c] = layer.vapourPasses ? 1 : 0
      mesh.tC[c] = layer.startC ?? options.roomC
      c++
    }
  })
  mesh.first[layers.length] = count
  squeeze(mesh, 1)
  return mesh
}

/** Presses every layer to its thickness under so many kPa; resistances follow, the water in the pores counted. */
export function squeeze(mesh: Mesh, pressureKPa: number): void {
  mesh.layers.forEach((layer, l) => {
    const mm = thicknessUnderMm(layer, pressureKPa)
    const share = fibreShare(layer, mm), thinner = mm / layer.thicknessMm
    for (let c = mesh.first[l]!; c < mesh.first[l + 1]!; c++) {
      mesh.nowM[c] = mesh.dxM[c]! * thinner
      mesh.fibre[c] = share
      mesh.poreKg[c] = layer.fibreKgM3 === null ? 0 : mesh.nowM[c]! * (1 - share) * WATER_KG_M3
      if (layer.fibreKgM3 === null) mesh.wholeR[c] = mesh.nowM[c]! / layer.conductivityWmK
      else wetResistance(mesh, c)
    }
  })
}

/** Resistance of one cell of fibres with the water that it holds now. */
export function wetResistance(mesh: Mesh, c: number): void {
  const freeKg = mesh.waterKg[c]! - mesh.boundKg[c]!
  mesh.wholeR[c] = mesh.nowM[c]! / conductivityOf(mesh.fibre[c]!, freeKg > 0 ? Math.min(1, freeKg / mesh.poreKg[c]!) : 0)
}

/**
 * Carries the state of layers that lie in both grids (found by id) from `from` into `into`, energy and water kept;
 * those named in `reversed` are carried over upside down, those named in `fresh` not at all. Cells need not match.
 */
export function carryState(from: Mesh, into: Mesh, reversed: ReadonlySet<string>, fresh: ReadonlySet<string>): void {
  from.layers.forEach((layer, l) => {
    const k = fresh.has(layer.id) ? -1 : into.layers.findIndex(x => x.id === layer.id)
    if (k < 0) return
    const wholeM = layer.thicknessMm / 1000, flip = reversed.has(layer.id)
    let topM = 0
    for (let c = into.first[k]!; c < into.first[k + 1]!; c++) {
      const endM = topM + into.dxM[c]!
      let kg = 0, joules = 0, sourceM = 0
      const n = from.first[l + 1]! - from.first[l]!
      for (let j = 0; j < n; j++) {
        const s = from.first[l]! + (flip ? n - 1 - j : j)
        const share = Math.max(0, Math.min(endM, sourceM + from.dxM[s]!) - Math.max(topM, sourceM)) / from.dxM[s]!
        kg += share * from.waterKg[s]!
        joules += share * (from.dryCapacity[s]! + from.waterKg[s]! * WATER_HEAT_J_KG_K) * from.tC[s]!
        sourceM += from.dxM[s]!
      }
      into.waterKg[c] = Math.min(into.waterMaxKg[c]!, kg)
      into.tC[c] = joules / (into.dryCapacity[c]! + kg * WATER_HEAT_J_KG_K)
      topM = Math.min(wholeM, endM)
    }
  })
}

/** What a layer is on the whole, °C. */
export function meanOf(mesh: Mesh, layer: number): number {
  let sum = 0, span = 0
  for (let c = mesh.first[layer]!; c < mesh.first[layer + 1]!; c++) {
    sum += mesh.tC[c]! * mesh.dxM[c]!
    span += mesh.dxM[c]!
  }
  return sum / span
}

/** Adds water to a layer, g/m², as far as it can hold it; colder water is taken to be at the layer's temperature, at most boiling. */
export function wetLayer(mesh: Mesh, id: string, waterGsm: number): void {
  const l = mesh.layers.findIndex(x => x.id === id)
  if (l < 0) return
  const layer = mesh.layers[l]!
  for (let c = mesh.first[l]!; c < mesh.first[l + 1]!; c++) {
    const share = mesh.dxM[c]! * 1000 / layer.thicknessMm
    mesh.waterKg[c] = Math.min(mesh.waterMaxKg[c]!, mesh.waterKg[c]! + waterGsm / 1000 * share)
    mesh.tC[c] = Math.min(mesh.tC[c]!, BOILS_C)
  }
}
