/** How a strip is folded over an edge. */
export type StripFold = 'double' | 'single' | 'flat'
export interface StripAsk {
  /** Cut width of a strip, mm. */
  wideMm: number
  /** What it goes round, mm, and how many corners it turns. */
  aroundMm: number
  corners: number
  /** Width of the fabric it is cut from, less its selvedges, mm. */
  fabricMm: number
  /** Cut at 45° to the selvedge, so that it goes round curves. */
  bias: boolean
  /** Joined straight across, or on the slant. */
  join: 'straight' | 'slant'
  /** Seam of a join, mm. */
  seamMm: number
  fold: StripFold
}
export interface Strips {
  /** Length that is sewn on, with corners and the overlap at the end, mm. */
  lengthMm: number
  count: number
  joins: number
  /** Usable length of one strip, mm. */
  eachMm: number
  /** Fabric along its length, mm. */
  fabricLongMm: number
  /** Over when all are joined, mm. */
  spareMm: number
  /** Each fold a line along the whole length, in this order. */
  folds: ('half' | 'edgeToMiddle' | 'otherEdgeToMiddle' | 'together' | 'edge')[]
}

/** Where it meets itself it overlaps by this many of its widths. */
const OVERLAP_WIDTHS = 4
const FOLDS: Record<StripFold, Strips['folds']> = {
  double: ['half', 'edgeToMiddle', 'otherEdgeToMiddle', 'together'], single: ['half'], flat: ['edge'],
}

/**
 * How many strips a binding takes, and in which order it is folded. A corner costs about a strip's width; a slanting join costs the
 * width and both seams, a straight one the seams alone; a strip on the bias is √2 as long as the fabric is wide.
 * @throws RangeError with the measure that makes no sense
 */
export function stripsFor(ask: StripAsk): Strips {
  const { wideMm, aroundMm, corners, fabricMm, bias, join, seamMm, fold } = ask
  if (!(wideMm > 0)) throw new RangeError('Strip: its width is more than 0 mm.')
  if (!(aroundMm > 0)) throw new RangeError('Around: give a length of more than 0 mm.')
  if (!(fabricMm > wideMm)) throw new RangeError('Fabric: it is no wider than the strip.')
  if (corners < 0) throw new RangeError('Corners: none is the least.')
  const joinMm = 2 * seamMm + (join === 'slant' ? wideMm : 0)
  const eachMm = bias ? fabricMm * Math.SQRT2 : fabricMm
  if (eachMm <= joinMm) throw new RangeError('Join: it takes more than the strip is long.')
  const lengthMm = aroundMm + corners * wideMm + OVERLAP_WIDTHS * wideMm
  const count = Math.max(1, Math.ceil((lengthMm - joinMm) / (eachMm - joinMm)))
  const fabricLongMm = bias ? fabricMm + (count - 1) * wideMm * Math.SQRT2 + wideMm * Math.SQRT2 : count * wideMm
  return {
    lengthMm, count, joins: count - 1, eachMm, fabricLongMm, spareMm: count * eachMm - (count - 1) * joinMm - lengthMm, folds: FOLDS[fold],
  }
}

/** Seconds at the board for folding: every fold its whole length, one position beside the next. @param soleMm how far one position goes */
export const foldingS = (strips: Strips, soleMm: number, holdS: number, moveS = 3): number =>
  strips.folds.length * Math.ceil(strips.lengthMm / soleMm) * (holdS + moveS)
