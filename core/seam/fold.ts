import { runProgramme, steadySole, thicknessUnderMm, type Layer, type Phase, type Stack, type Transient } from '../heat'
import { SURFACE_KINDS, ROOM_C, type SurfaceKindKey, type PressClothKindKey } from '../materials'
import { COARSE } from '../recipe'
import { surfaceLayers, buildStack, pressClothLayer, type FabricInput } from '../stack'

/** Fabric folded on itself, or several fabrics one on another, from the sole down. */
export interface Fold {
  /** One a ply. */
  plies: readonly FabricInput[]
  pressCloth: PressClothKindKey | null
  pressClothWaterGsm: number
  /** Water misted on, shared by all plies, g/m². */
  mistGsm: number
  surface: SurfaceKindKey
}

/** A fabric as one layer of a stack. */
function plyLayer(fabric: FabricInput, n: number, addedWaterGsm: number): Layer {
  const [layer] = buildStack({
    fabric, supply: null, pressCloth: null, surface: 'hard', firstSide: 'back', pressClothWaterGsm: 0, mistGsm: 0,
  }).work
  return { ...layer!, id: `ply${n}`, addedWaterGsm: Math.min(addedWaterGsm, layer!.waterCapacityGsm) }
}

/** @throws RangeError where there is no ply */
export function foldedStack({ plies, pressCloth, pressClothWaterGsm, mistGsm, surface }: Fold): Stack {
  if (plies.length === 0) throw new RangeError('A fold needs at least one ply.')
  return {
    pressCloth: pressCloth ? pressClothLayer(pressCloth, pressClothWaterGsm) : null,
    work: plies.map((fabric, n) => plyLayer(fabric, n, mistGsm / plies.length)),
    surface: surfaceLayers(surface), belowWm2K: SURFACE_KINDS[surface].belowWm2K,
  }
}

/** The folded stack pressed by a steady sole. */
export const runFold = (fold: Fold, soleC: number, phases: Phase[], steamShare?: number): Transient =>
  runProgramme(foldedStack(fold), { sole: steadySole(soleC), phases, roomC: ROOM_C }, { ...COARSE, skipSurface: true, steamShare })

/** The plies of a run, from the sole down. */
export const pliesIn = (run: Transient) => run.layers.filter(l => l.layer.id.startsWith('ply'))

/** Thickness of one ply under a pressure, mm. */
export const plyMm = (fabric: FabricInput, pressureKPa: number): number => thicknessUnderMm(plyLayer(fabric, 0, 0), pressureKPa)
