import {
  boundsOf, boxOf, difference, intersection, mirrored, offset, offsetEdges, outlineOf, tooNarrow, union, type Outline, type Point,
} from '../geometry'
import { cutSizeMm } from '../shrink'
import type { Block, Drawn, EdgeKind } from './blocks'

/** House rule: where an interfacing ends against the seam line. */
export type AllowanceRule = { how: 'inside', byMm: number } | { how: 'caught' } | { how: 'exact' }
export type Allowances = Readonly<Record<Exclude<EdgeKind, 'fold'>, number>>

/** What lies on a piece besides its interfacing. */
export interface PieceLayers {
  interfacing: boolean
  foam: boolean
  web: boolean
  /** How far a web stays inside its piece, 0 to 1 mm. */
  webLessMm: number
}

/** One piece and what goes on it, from the outside in. */
export interface PieceOutlines {
  cut: Outline
  seam: Outline
  /** Empty where there is none, or nothing of it would be left. */
  interfacing: Outline[]
  foam: Outline[]
  web: Outline[]
  /** Parts of the piece that the interfacing does not reach because they are too narrow for it. */
  narrow: Outline[]
}

/** Both halves of what was drawn on the fold at its left, as one. */
export const unfolded = (half: Outline): Outline => union([half, mirrored(half)])[0] ?? half

const edgesMm = (edges: readonly EdgeKind[], allowances: Allowances): number[] => edges.map(e => (e === 'fold' ? 0 : allowances[e]))

/** How far a web may stay inside its piece, mm. */
const WEB_LESS_MM = 1
/** Foam never comes nearer to the seam than this, mm: it would be sewn over. */
const FOAM_IN_MM = 2
const ONLY_INTERFACING: PieceLayers = { interfacing: true, foam: false, web: false, webLessMm: 0 }

const takenIn = ({ seam, edges }: Drawn, inMm: number): Outline[] => {
  if (inMm === 0) return [seam]
  const within = offsetEdges(seam.rim, edges.map(e => (e === 'fold' ? 0 : -inMm)))
  return seam.holes.length === 0 ? within : difference(within, offset(seam.holes.map(rim => outlineOf(rim)), inMm))
}

/**
 * The cut edge about a seam line, and what lies within it: interfacing by the house rule; foam clear of the seam, and then the interfacing
 * over
 * it caught in the seam, so that it holds the foam in; web no larger than what covers it. Half on a fold stays half: nothing is added
 * or taken in at the fold.
 * @throws RangeError where an allowance takes the piece away or there is none of it
 */
export function outlinesOf(drawn: Drawn, allowances: Allowances, rule: AllowanceRule, layers: PieceLayers =
  ONLY_INTERFACING): PieceOutlines {
  const { seam, edges } = drawn
  const [about] = offsetEdges(seam.rim, edgesMm(edges, allowances))
  if (!about) throw new RangeError('The allowance takes the whole piece away.')
  const cut = { ...about, holes: seam.holes }
  const inMm = rule.how === 'inside' ? rule.byMm : 0
  const { webLessMm: less } = layers
  if (less < 0 || less > WEB_LESS_MM) throw new RangeError(`A web is its piece, or up to ${WEB_LESS_MM} mm less.`)
  const interfacing = !layers.interfacing ? [] : rule.how === 'caught' || layers.foam ? [cut] : takenIn(drawn, inMm)
  return {
    cut, seam, interfacing, foam: layers.foam ? takenIn(drawn, Math.max(inMm, FOAM_IN_MM)) : [], web: layers.web
      ? takenIn(drawn, less)
      : [],
    narrow: layers.interfacing && !layers.foam && rule.how === 'inside' ? tooNarrow(seam, rule.byMm) : [],
  }
}

/**
 * A piece drawn by its cut edge, allowance and all, as its seam line.
 * @throws RangeError where the allowance is larger than the piece
 */
export function fromCutEdge(cut: Outline, allowanceMm: number): Drawn {
  const [seam] = allowanceMm === 0 ? [cut] : offset([{ rim: cut.rim, holes: [] }], -allowanceMm, 'pointed')
  if (!seam) throw new RangeError(`Within ${allowanceMm} mm of allowance all round nothing is left of the piece.`)
  return drawnOf({ ...seam, holes: cut.holes })
}

/** The mirror image of a piece, each edge still what it was: its way round is turned with it. */
export const mirroredDrawn = ({ seam, edges }: Drawn): Drawn =>
  ({ seam: mirrored(seam), edges: edges.map((_, i) => edges[(edges.length * 2 - 2 - i) % edges.length]!) })

/** A finished outline all of whose edges are sewn. */
export const drawnOf = (seam: Outline): Drawn => ({ seam, edges: seam.rim.map(() => 'seam' as const) })

/** Where a place on a piece lies once the piece is cut so much larger. @param shrinkPct along is up the piece */
export const grownPoint = (shrinkPct: { along: number, across: number }) => (p: Point): Point =>
  ({ x: cutSizeMm(p.x, shrinkPct.across), y: cutSizeMm(p.y, shrinkPct.along) })

/**
 * An outline cut so much larger that it has its size once it has shrunk, along the grain and across it: wanted / (1 − s) each way.
 * @param shrinkPct along is up the piece
 */
export function grown(outline: Outline, shrinkPct: { along: number, across: number }): Outline {
  if (shrinkPct.along === 0 && shrinkPct.across === 0) return outline
  const to = grownPoint(shrinkPct)
  return outlineOf(outline.rim.map(to), outline.holes.map(h => h.map(to)))
}

/**
 * The web for a patch: its outline or up to 1 mm less, holes cut out of it; two holes so near that no web would be left between them
 * are one.
 */
export function webOf(
  patch: Outline,
  holes: readonly Outline[],
  lessMm: number,
  leastBridgeMm: number,
): { web: Outline[], holes: Outline[] } {
  if (lessMm < 0 || lessMm > WEB_LESS_MM) throw new RangeError(`A web is its piece, or up to ${WEB_LESS_MM} mm less.`)
  const joined = offset(offset(holes, leastBridgeMm / 2), -leastBridgeMm / 2)
  return { web: difference(offset([patch], -lessMm), joined), holes: joined }
}

/** Which half of a piece that folds through its middle is backed, as it is drawn. */
export const HALVES = ['upper', 'lower', 'left', 'right'] as const
export type Half = typeof HALVES[number]

/** Further than any piece reaches, mm. */
const BEYOND_MM = 1e5
/** A line stands or lies where it is so many times as long one way as the other. */
const UPRIGHT = 8
/** Where a mirror line runs, if it stands upright or lies level; null where it leans. */
function foldAlong([a, b]: readonly [Point, Point], half: Half): number | null {
  const [wide, high] = [Math.abs(b.x - a.x), Math.abs(b.y - a.y)]
  if (half === 'upper' || half === 'lower') return wide > UPRIGHT * high ? (a.y + b.y) / 2 : null
  return high > UPRIGHT * wide ? (a.x + b.x) / 2 : null
}
/**
 * Where a piece folds so that its halves lie on each other, mm: along its own mirror line where that runs this way, else through the
 * middle of its seam line.
 */
export function foldOf(seam: Outline, half: Half, mirror: readonly [Point, Point] | null = null): [Point, Point] {
  const own = mirror && foldAlong(mirror, half)
  const { left, right, bottom, top } = boundsOf(seam), x = own ?? (left + right) / 2, y = own ?? (bottom + top) / 2
  return half === 'upper' || half === 'lower' ? [{ x: left, y }, { x: right, y }] : [{ x, y: bottom }, { x, y: top }]
}

/** What of some outlines lies on one side of where their piece folds: up to the fold, and not over it. */
export function halfOf(outlines: readonly Outline[], seam: Outline, half: Half, mirror: readonly [Point, Point] | null = null): Outline[] {
  const [fold] = foldOf(seam, half, mirror), all = { left: -BEYOND_MM, right: BEYOND_MM, bottom: -BEYOND_MM, top: BEYOND_MM }
  const side = { upper: { bottom: fold.y }, lower: { top: fold.y }, left: { right: fold.x }, right: { left: fold.x } }[half]
  return outlines.length === 0 ? [] : intersection(outlines, [boxOf({ ...all, ...side })])
}

/** The other of a pair is its mirror image where the block is cut as one. */
export const pairOf = (block: Pick<Block, 'pair'>, outline: Outline): [Outline, Outline] => [
  outline,
  block.pair ? mirrored(outline) : outline,
]
