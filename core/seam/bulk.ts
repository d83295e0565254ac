import { CONSTRUCTIONS, type ConstructionKey } from '../materials'
import type { FabricInput } from '../stack'
import { besidePliesOf, pliesOf, type SeamDetail } from './details'
import { plyMm } from './fold'

/** A step higher than this lifts the sole from its neighbours, mm. Typical: what board and fabric give. */
export const STEP_MM = 0.6
/** Half of a usual sole, from ridge to rim, mm. */
const HALF_SOLE_MM = 55

/** How high a feature stands over what lies beside it, and what that leaves unpressed. */
export interface Bulk {
  plies: number
  /** All plies together under the sole, mm. */
  thickMm: number
  /** Over its neighbours, mm. */
  stepMm: number
  /** Beside it the sole does not touch for so far, mm; 0 where it does. */
  unpressedMm: number
}

/**
 * Under a rigid sole that rests on the ridge and tips, the gap falls evenly to the rim; where it is no more than board and fabric make up
 * the neighbour is pressed after all.
 * @param pressureKPa what the sole bears with
 */
export function bulkOf(seamDetail: SeamDetail, fabric: FabricInput, pressureKPa: number): Bulk {
  const plies = pliesOf(seamDetail), one = plyMm(fabric, pressureKPa)
  const beside = besidePliesOf(seamDetail)
  // Where nothing lies beside it there is nothing to miss.
  const stepMm = beside === 0 ? 0 : (plies - beside) * one
  return { plies, thickMm: plies * one, stepMm, unpressedMm: stepMm > STEP_MM ? HALF_SOLE_MM * (1 - STEP_MM / stepMm) : 0 }
}

/** A ridge this high is seen on the face of plain fabric, on smooth and shining fabric, and on fabric with a nap, mm. Typical, ours. */
const SEEN_MM = { plain: 0.25, smooth: 0.1, nap: 0.9 } as const
/** From this openness on one sees through to what lies behind. */
const SHEER_FROM = 0.4
const showsAll = (key: ConstructionKey) => CONSTRUCTIONS[key].isSmooth || CONSTRUCTIONS[key].openness >= SHEER_FROM

/** What an allowance prints through to the face. */
export interface PrintThrough {
  /** How high its edge stands after the fabric over it has given, mm. */
  ridgeMm: number
  seenFromMm: number
  shows: boolean
}

/** The allowance is so high as its ply under the sole; the fabric beside it takes up as much as it gives from loose to pressed. */
export function printThroughOf(fabric: FabricInput, allowancePlies: number, pressureKPa: number): PrintThrough {
  const loose = plyMm(fabric, 0), pressed = plyMm(fabric, pressureKPa)
  const ridgeMm = Math.max(0, allowancePlies * pressed - (loose - pressed))
  const seenFromMm = SEEN_MM[fabric.nap === 'nap' || fabric.nap === 'pile' ? 'nap' : showsAll(fabric.construction) ? 'smooth' : 'plain']
  return { ridgeMm, seenFromMm, shows: ridgeMm > seenFromMm }
}
