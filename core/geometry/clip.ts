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
export const isOverlapping = (a: Outline, b: Outline): boolean => intersection([a], [b]).length > 0

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

/** A band about a line, so wide in all, its ends round. @param line at least two points */
export const bandAbout = (line: readonly Point[], wideMm: number): Outline[] => untangled(Clipper.inflatePathsD(
  [line.map(({ x, y }) => ({ x, y }))], wideMm / 2, JoinType.Round, EndType.Round, MITRE, PLACES, ARC_OFF_MM,
).map(toRing))

/**
 * What of a piece is too narrow to have anything left when its edge is taken in on both sides: where an interfacing would not reach.
 * @param insetMm how far the edge is taken in
 */
export function tooNarrow(outline: Outline, insetMm: number): Outline[] {
  // Taken in and let out again, what was wide enough is back as it was, but for its corners.
  const back = offset(offset([outline], -insetMm), insetMm + ARC_OFF_MM * 2)
  const cornerMm2 = insetMm * insetMm
  return difference([outline], back).filter(part => Math.abs(signedAreaMm2(part.rim)) > cornerMm2)
}

const furthest = (from: Point, path: readonly Point[]): number => {
  const off = path.map(p => Math.hypot(p.x - from.x, p.y - from.y))
  return off.indexOf(Math.max(...off))
}
/** A ring without the corners that stand off it by less than this (Douglas and Peucker), in two halves between corners far apart. */
export function thinned(ring: Ring, offMm: number): Ring {
  const path = ring.map(p => ({ x: p.x, y: p.y }))
  const first = furthest(path[0]!, path)
  const round = [...path.slice(first), ...path.slice(0, first)]
  const half = furthest(round[0]!, round)
  const thin = (part: { x: number, y: number }[]) => toRing(Clipper.ramerDouglasPeuckerD(part, offMm)).slice(0, -1)
  return [...thin(round.slice(0, half + 1)), ...thin([...round.slice(half), round[0]!])]
}

/** The same outline with fewer corners, nowhere within itself and no more than twice `outsideMm` outside (Douglas and Peucker). */
export function simplified(outline: Outline, outsideMm: number): Outline {
  const [larger] = offset([{ rim: outline.rim, holes: [] }], outsideMm, 'pointed')
  if (!larger) return outline
  return outlineOf(thinned(larger.rim, outsideMm))
}

/** Everywhere that the corner at the origin of a pattern comes to when the pattern is led along a ring: their Minkowski sum. */
export function swept(pattern: Ring, along: Ring): Outline[] {
  const path = (ring: Ring) => ring.map(({ x, y }) => ({ x: Math.round(x * SWEPT), y: Math.round(y * SWEPT) }))
  const back = (ring: readonly Point[]): Ring => ring.map(({ x, y }) => ({ x: x / SWEPT, y: y / SWEPT }))
  return union(Clipper.minkowskiSum(path(pattern), path(along), true).map(r => ({ rim: back(r), holes: [] })))
}
/** Parts of a millimetre that a sweep is worked out in. */
const SWEPT = 10_000
