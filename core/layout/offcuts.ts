import {
  areaMm2,
  atOrigin,
  boundsOf,
  difference,
  intersection,
  offset,
  outlineOf,
  isOverlapping,
  rotated,
  shifted,
  swept,
  union,
  type Outline,
  type Point,
  type Ring,
} from '../geometry'
import { laidOutline } from './check'
import { turnsOf, type LayoutPiece } from './piece'
import type { Placement } from './board'

/** An offcut is worth keeping from this square on, mm. */
const KEPT_SQUARE_MM = 80
const HAIR_MM = 0.05

const opposite = (ring: Ring): Ring => ring.map(p => ({ x: -p.x, y: -p.y }))

/** Where the first corner of a shape may lie so that all of it lies within a container: the places from which no edge is crossed. */
function placesWithin(container: Outline, shape: Ring): Outline[] {
  const from = shape[0]!
  const about = shape.map(p => ({ x: p.x - from.x, y: p.y - from.y }))
  const led = (ring: Ring) => swept(opposite(about), ring)
  // A hole that lies wholly within the shape is not crossed by its edge either: what is led round a hole is taken whole.
  const holes = container.holes.flatMap(ring => led(ring).map(o => ({ rim: o.rim, holes: [] })))
  return difference([container], [...led(container.rim), ...holes])
}

/** Does a square of this size lie anywhere in it, its sides along and across? */
export function canHoldSquare(outline: Outline, sideMm = KEPT_SQUARE_MM): boolean {
  // What is left to move it about in must be more than a speck.
  const s = sideMm - 3 * HAIR_MM
  return (
    placesWithin(outline, [
      { x: 0, y: 0 },
      { x: s, y: 0 },
      { x: s, y: s },
      { x: 0, y: s },
    ]).length > 0
  )
}

/**
 * What is left of a length of roll once the pieces are cut out, and worth keeping: slivers are trimmed off.
 * @param laid the pieces where they lie
 */
export function leftOver(laid: readonly Outline[], wideMm: number, lengthMm: number, gapMm: number): Outline[] {
  const roll = outlineOf([
    { x: 0, y: 0 },
    { x: wideMm, y: 0 },
    { x: wideMm, y: lengthMm },
    { x: 0, y: lengthMm },
  ])
  const taken = union(laid.map(o => ({ rim: o.rim, holes: [] })))
  const open = difference([roll], offset(taken, Math.max(gapMm, HAIR_MM), 'pointed'))
  // In and out again: what is narrower than this goes.
  const sound = offset(offset(open, -SLIVER_MM / 2, 'pointed'), SLIVER_MM / 2, 'pointed')
  return intersection(sound, open).filter(o => canHoldSquare(o))
}
const SLIVER_MM = 30

export interface Offcut {
  id: string
  outline: Outline
}
/** A piece laid on an offcut, from the offcut's lower left corner. */
export interface OffcutPlacement extends Placement {
  offcutId: string
}

/** Corners nearer to a hair than this are tried as one. */
const TRIED = 400

function placeIn(offcut: Outline, piece: LayoutPiece, there: readonly Outline[], gapMm: number): Placement | null {
  const { wideMm, highMm } = boundsOf(offcut)
  for (const turnDeg of turnsOf(piece)) {
    const turned = atOrigin(rotated({ rim: piece.outline.rim, holes: [] }, turnDeg))
    const size = boundsOf(turned)
    if (size.wideMm > wideMm + HAIR_MM || size.highMm > highMm + HAIR_MM) continue
    const [from] = turned.rim
    const about = opposite(turned.rim.map(p => ({ x: p.x - from!.x, y: p.y - from!.y })))
    const corners: Point[] = placesWithin(offcut, turned.rim).flatMap(o => [o.rim, ...o.holes].flat())
    const roomy = there.map(o => offset([o], gapMm + HAIR_MM)[0]!)
    for (const o of roomy) corners.push(...swept(about, o.rim).flatMap(s => [s.rim, ...s.holes].flat()))
    const [mostX, mostY] = [wideMm - size.wideMm, highMm - size.highMm]
    // Where it fits with nothing to spare no place is left to move it about in: then it lies in one of the corners.
    const snug = [0, mostX].flatMap(x => [0, mostY].map(y => ({ x, y })))
    const at = [...snug, ...corners.map(c => ({ x: c.x - from!.x, y: c.y - from!.y }))].sort((a, b) => a.y - b.y || a.x - b.x)
    for (const { x, y } of at.slice(0, TRIED)) {
      const lies = shifted(turned, x, y)
      // What is worked out to a ten-thousandth may stand over by a hair.
      if (offset(difference([lies], [offcut]), -HAIR_MM / 2).length > 0) continue
      if (roomy.some(o => isOverlapping({ rim: lies.rim, holes: [] }, offset([o], -HAIR_MM)[0] ?? o))) continue
      return { id: piece.id, turnDeg, x, y }
    }
  }
  return null
}

/**
 * Lays what can be laid on offcuts, the smallest offcut first and on it the largest piece that it holds.
 * @param offcuts with their lower left corner at the origin, the length upward
 * @returns what was laid, and the pieces that want the roll
 */
export function fitOnOffcuts(
  pieces: readonly LayoutPiece[],
  offcuts: readonly Offcut[],
  gapMm: number,
): { placements: OffcutPlacement[], rest: LayoutPiece[] } {
  const placements: OffcutPlacement[] = []
  let rest = [...pieces].sort((a, b) => areaMm2(b.outline) - areaMm2(a.outline))
  for (const offcut of [...offcuts].sort((a, b) => areaMm2(a.outline) - areaMm2(b.outline))) {
    const there: Outline[] = []
    let free = areaMm2(offcut.outline)
    rest = rest.filter((piece) => {
      if (areaMm2(piece.outline) > free) return true
      const found = placeIn(offcut.outline, piece, there, gapMm)
      if (!found) return true
      placements.push({ ...found, offcutId: offcut.id })
      there.push(laidOutline({ rim: piece.outline.rim, holes: [] }, found))
      free -= areaMm2(piece.outline)
      return false
    })
  }
  const order = new Map(pieces.map((p, i) => [p.id, i]))
  return { placements, rest: rest.sort((a, b) => order.get(a.id)! - order.get(b.id)!) }
}
