/** Pieces to be laid, for tests. */
import { boxOf, type Outline } from '../geometry'
import type { Grain, LayoutPiece } from '.'

export const box = (wideMm: number, highMm: number, x = 0, y = 0): Outline =>
  boxOf({ left: x, bottom: y, right: x + wideMm, top: y + highMm })
export const piece = (id: string, outline: Outline, grain: Grain = 'along', oneWay = false): LayoutPiece =>
  ({ id, outline, grain, oneWay })
/** A star about the origin, its spokes as far apart as each other. */
export const starOf = (spokesMm: readonly number[]): Outline['rim'] => spokesMm.map((r, i) => {
  const a = i / spokesMm.length * 2 * Math.PI
  return { x: r * Math.cos(a), y: r * Math.sin(a) }
})
