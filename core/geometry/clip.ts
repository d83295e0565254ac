import { ClipType, Clipper, EndType, FillRule, JoinType, PolyTreeD, type PathsD, type PolyPathD } from 'clipper2-ts'
import { areaMm2, outlineOf, signedAreaMm2, type Outline, type Point, type Ring } from './outline'

/** Places after the point that are kept, mm: a hundredth of a thousandth would be noise. */
const PLACES = 4
/** How far the chords of a rounded corner may stand off it, mm. */
const ARC_OFF_MM = 0.02
/** A pointed corner runs out so many times the distance, then is cut off. */
const MITRE = 4
/** Specks smaller than this are not pieces, mm². */
const SPECK_MM2 = 0.01

const toPaths = (outlines: readonly Outline[]): PathsD =>
  outlines.flatMap(o => [o.rim, ...o.holes]).map(r => r.map(p => ({ x: p.x, y: p.y })))
const toRing = (path: readonly Point[]): Ring => path.map(({ x, y }) => ({ x, y }))

/** Every piece of a nest of rims and holes. */
function pieces(node: PolyPathD): Outline[] {
  const found: Outline[] = []
  for (let i = 0; i < node.count; i++) {
    const rim = node.child(i), holes: Ring[] = []
    for (let k = 0; k < rim.count; k++) {
      const hole = rim.child(k)
      holes.push(toRing(hole.poly ?? []))
      found.push(...pieces(hole))
    }
    found.push(outlineOf(toRing(rim.poly ?? []), holes))
  }
  return found.filter(o => areaMm2(o) > SPECK_MM2)
}

function combined(how: ClipType, a: readonly Outline[], b: readonly Outline[]): Outline[] {
  const tree = new PolyTreeD()
  Clipper.booleanOpDWithPolyTree(how, toPaths(a), toPaths(b), tree, FillRule.NonZero, PLACES)
  return pieces(tree)
}
/** All that is in any of them. */
export const union = (outlines: readonly Outline[]): Outline[] => combined(ClipType.Union, outlines, [])
/** What is in the first and in none of the second. */
export const difference = (from: readonly Outline[], less: readonly Outline[]): Outline[] => combined(ClipType.Difference, from, less)
/** What is in both. */
export const intersection = (a: readonly Outline[], b: readonly Outline[]): Outline[] => combined(ClipType.Intersection, a, b)

/** Does any of one lie on the other? Exact to a hundredth of a square millimetre. */
export const overlap = (a: Outline, b: Outline): boolean => intersection([a], [b]).length > 0

/** Rings as they were drawn, crossings taken out: what runs backwards is no piece. */
export function untangled(rings: readonly Ring[]): Outline[] {
  const tree = new PolyTreeD()
  Clipper.booleanOpDWithPolyTree(ClipType.Union, rings.map(r => r.map(p => ({ x: p.x, y: p.y }))), null, tree, FillRule.Positive, PLACES)
  return pieces(tree)
}

/**
 * The outline at a distance from another: outward where it is positive, inward where negative; it may fall apart or vanish.
 * @param corners rounded as a pair of compasses would, or run to a point
 */
export function offset(outlines: readonly Outline[], byMm: number, corners: 'round' | 'pointed' = 'round'): Outline[] {
  if (byMm === 0) return [...outlines]
  const join = corners === 'round' ? JoinType.Round : JoinType.Miter
  const paths = Clipper.inflatePathsD(toPaths(outlines), byMm, join, EndType.Polygon, MITRE, PLACES, ARC_OFF_MM)
  return untangled(paths.map(toRing))
}

/**
 * What of a piece is too narrow to have anything left when its edge is taken in on both sides: where a backing would not reach.
 * @param insetMm how far the edge is taken in
 */
export function tooNarrow(outline: Outline, insetMm: number): Outline[] {
  // Taken in and let out again, what was wide enough is back as it was, but for its corners.
  const back = offset(offset([outline], -insetMm), insetMm + ARC_OFF_MM * 2)
  const cornerMm2 = insetMm * insetMm
  return difference([outline], back).filter(part => Math.abs(signedAreaMm2(part.rim)) > cornerMm2)
}
