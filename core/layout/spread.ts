import type { LayoutPiece } from './piece'

/** Each layer is spread longer than the layout at both of its ends, mm. */
export const LAYER_END_MM = 20

/** So many garments cut by a layout of some of them, spread in layers that are cut at once. */
export interface Spread {
  /** In one layout. */
  garments: number
  layers: number
  /** How often layers are spread and cut. */
  cuts: number
  /** How long one layer is, mm. */
  layerMm: number
}

/** The pieces of one garment, so many times over: what a layout of several garments is of. */
export const severalOf = <P extends LayoutPiece>(pieces: readonly P[], garments: number): P[] =>
  Array.from({ length: garments }, (_, k) => pieces.map(p => ({ ...p, id: k === 0 ? p.id : `${p.id} ×${k + 1}` }))).flat()

/**
 * @param layoutMm how long the layout of so many garments is @param wanted a multiple of them
 * @param mostLayers that are cut at once
 */
export function spreadOf(layoutMm: number, garments: number, wanted: number, mostLayers: number): Spread {
  const layers = wanted / garments
  return { garments, layers, cuts: Math.ceil(layers / mostLayers), layerMm: layoutMm + (layers > 1 ? 2 * LAYER_END_MM : 0) }
}

/**
 * How many garments are worth laying in one layout: those that leave none over, and no more pieces than can be laid well; of many such
 * numbers some from one to the most.
 * @param pieces of one garment @param most so many numbers
 */
export function garmentCounts(wanted: number, pieces: number, mostPieces: number, most: number): number[] {
  const all: number[] = []
  for (let n = 1; n <= wanted; n++) if (wanted % n === 0 && (n === 1 || n * pieces <= mostPieces)) all.push(n)
  const shown = Math.min(most, all.length)
  return Array.from({ length: shown }, (_, i) => all[shown === 1 ? 0 : Math.round(i * (all.length - 1) / (shown - 1))]!)
}
