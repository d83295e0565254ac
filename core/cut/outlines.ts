import { difference, mirrored, offset, offsetEdges, tooNarrow, union, type Outline } from '../geometry'
import type { Block, Drawn, EdgeKind } from './blocks'

/** House rule: where a backing ends against the seam line. */
export type AllowanceRule = { how: 'inside', byMm: number } | { how: 'caught' } | { how: 'exact' }
export type Allowances = Readonly<Record<Exclude<EdgeKind, 'fold'>, number>>

/** One piece and what goes on it, from the outside in. */
export interface PieceOutlines {
  cut: Outline
  seam: Outline
  /** Empty where nothing of a backing would be left. */
  backing: Outline[]
  /** Parts of the piece that the backing does not reach because they are too narrow for it. */
  narrow: Outline[]
}

/** Both halves of what was drawn on the fold at its left, as one. */
export function unfolded(drawn: Drawn): Outline {
  // The halves share their fold: a hair over it, so that they grow together.
  const [whole] = union([drawn.seam, mirrored(drawn.seam)])
  return whole ?? drawn.seam
}

const edgesMm = (edges: readonly EdgeKind[], allowances: Allowances): number[] => edges.map(e => (e === 'fold' ? 0 : allowances[e]))

/**
 * The cut edge about a seam line, and the backing within it. Half on a fold stays half: nothing is added or taken in at the fold.
 * @throws RangeError where an allowance takes the piece away or there is none of it
 */
export function outlinesOf(drawn: Drawn, allowances: Allowances, rule: AllowanceRule): PieceOutlines {
  const { rim } = drawn.seam
  const [cut] = offsetEdges(rim, edgesMm(drawn.edges, allowances))
  if (!cut) throw new RangeError('The allowance takes the whole piece away.')
  const inMm = rule.how === 'inside' ? rule.byMm : 0
  const backing
    = rule.how === 'caught'
      ? [cut]
      : inMm === 0
        ? [drawn.seam]
        : offsetEdges(
            rim,
            drawn.edges.map(e => (e === 'fold' ? 0 : -inMm)),
          )
  return { cut, seam: drawn.seam, backing, narrow: rule.how === 'inside' ? tooNarrow(drawn.seam, rule.byMm) : [] }
}

/** How far a web stays inside its piece, mm. */
const WEB_LESS_MM = 1

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

/** The other of a pair is its mirror image where the block is cut as one. */
export const pairOf = (block: Pick<Block, 'pair'>, outline: Outline): [Outline, Outline] => [
  outline,
  block.pair ? mirrored(outline) : outline,
]
