import { runProgramme, steadySole, thicknessUnderMm, type Layer, type Phase, type Stack, type Transient } from '../heat'
import { BED_KINDS, ROOM_C, type BedKindKey, type CoverKindKey } from '../materials'
import { COARSE } from '../recipe'
import { bedLayers, buildStack, coverLayer, type ClothInput } from '../stack'

/** Cloth folded on itself, or several cloths one on another, from the sole down. */
export interface Fold {
  /** One a ply. */
  plies: readonly ClothInput[]
  cover: CoverKindKey | null
  coverWaterGsm: number
  /** Water misted on, shared by all plies, g/m². */
  mistGsm: number
  bed: BedKindKey
}

/** A cloth as one layer of a stack. */
function plyLayer(cloth: ClothInput, n: number, addedWaterGsm: number): Layer {
  const [layer] = buildStack({
    cloth, supply: null, cover: null, bed: 'hard', firstSide: 'back', coverWaterGsm: 0, mistGsm: 0,
  }).work
  return { ...layer!, id: `ply${n}`, addedWaterGsm: Math.min(addedWaterGsm, layer!.waterCapacityGsm) }
}

/** @throws RangeError where there is no ply */
export function foldedStack({ plies, cover, coverWaterGsm, mistGsm, bed }: Fold): Stack {
  if (plies.length === 0) throw new RangeError('A fold needs at least one ply.')
  return {
    cover: cover ? coverLayer(cover, coverWaterGsm) : null,
    work: plies.map((cloth, n) => plyLayer(cloth, n, mistGsm / plies.length)),
    bed: bedLayers(bed), belowWm2K: BED_KINDS[bed].belowWm2K,
  }
}

/** The folded stack pressed by a steady sole. */
export const runFold = (fold: Fold, soleC: number, phases: Phase[], steamShare?: number): Transient =>
  runProgramme(foldedStack(fold), { sole: steadySole(soleC), phases, roomC: ROOM_C }, { ...COARSE, skipBed: true, steamShare })

/** The plies of a run, from the sole down. */
export const pliesIn = (run: Transient) => run.layers.filter(l => l.layer.id.startsWith('ply'))

/** Thickness of one ply under a pressure, mm. */
export const plyMm = (cloth: ClothInput, pressureKPa: number): number => thicknessUnderMm(plyLayer(cloth, 0, 0), pressureKPa)
