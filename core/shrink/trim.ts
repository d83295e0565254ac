/** A trim laid along a path with corners. */
export interface TrimPath {
  /** Lengths between corners, mm. */
  legsMm: readonly number[]
  widthMm: number
  /** What is turned under at both ends together, mm. */
  endsMm: number
  /** Joins on the way, and what each takes, mm. */
  joins: number
  joinMm: number
  /** What it shrinks along at the heat it will see, %; null where nobody knows yet. */
  shrinkPct: number | null
}

/** What to preshrink, what is left of it, and what lies at the corners, mm. */
export interface TrimLength { finishedMm: number, cornersMm: number, buyMm: number }

/**
 * Length of trim for a path: its legs, a fold as wide as the trim at each corner, ends and joins; more by what it shrinks.
 * @throws RangeError where there is no leg, or nothing would be left of it
 */
export function trimLength({ legsMm, widthMm, endsMm, joins, joinMm, shrinkPct }: TrimPath): TrimLength {
  if (legsMm.length === 0) throw new RangeError('A trim needs at least one length to lie on.')
  const s = (shrinkPct ?? 0) / 100
  if (s >= 1) throw new RangeError('Nothing is left of it at that shrinkage.')
  const cornersMm = (legsMm.length - 1) * widthMm
  const finishedMm = legsMm.reduce((sum, l) => sum + l, 0) + cornersMm + endsMm + joins * joinMm
  return { finishedMm, cornersMm, buyMm: finishedMm / (1 - s) }
}

/** Two layers held together, one of which becomes shorter than the other. */
export interface Strips {
  trimMm: number
  groundMm: number
  /** Stiffness of the trim's stuff against the ground's. */
  modulusRatio: number
  /** By how much more the trim shrinks, %. */
  mismatchPct: number
}

/**
 * Curvature of a bonded pair, 1/mm, towards the layer that became shorter. Timoshenko, Analysis of bi-metal thermostats (1925), with
 * the mismatch in place of the difference of expansion.
 */
export function curlPerMm({ trimMm, groundMm, modulusRatio: n, mismatchPct }: Strips): number {
  const m = trimMm / groundMm, h = trimMm + groundMm
  return 6 * (mismatchPct / 100) * (1 + m) ** 2 / (h * (3 * (1 + m) ** 2 + (1 + m * n) * (m * m + 1 / (m * n))))
}

/** By how many millimetres trim and ground differ on a metre. */
export const mismatchMmPerM = (mismatchPct: number): number => mismatchPct * 10

export type EdgeVerdict = 'flat' | 'lifts' | 'rolls'
/** An edge that lifts less than this is not seen, mm. */
const UNSEEN_MM = 1
/** Turned further than upright it rolls in. */
const UPRIGHT_RAD = Math.PI / 2

/** How an edge of a width stands, and its section at true scale, mm: flat from the left, then as it curls. */
export function edgeOf(
  widthMm: number, curl: number, points = 40,
): { verdict: EdgeVerdict, liftMm: number, section: { x: number, y: number }[] } {
  const at = (s: number) => (Math.abs(curl) < 1e-9 ? { x: s, y: 0 } : { x: Math.sin(curl * s) / curl, y: (1 - Math.cos(curl * s)) / curl })
  const section = Array.from({ length: points + 1 }, (_, i) => at(widthMm * i / points))
  const liftMm = Math.max(...section.map(p => Math.abs(p.y)))
  return { verdict: Math.abs(curl) * widthMm > UPRIGHT_RAD ? 'rolls' : liftMm < UNSEEN_MM ? 'flat' : 'lifts', liftMm, section }
}

/** A plastic-cored trim is about so many times as stiff as the fabric it lies on. Typical. */
const CORE_STIFFER = 3
/** Thinner is not measured, mm; what was never measured is taken to be so thick, mm: typical. */
const THINNEST_MM = 0.1, TRIM_MM = 0.8, GROUND_MM = 1
/** How a trim curls the fabric it is sewn on, where it shrinks and the fabric does not, 1/mm. @param shrinkPct by how much it shrinks */
export const trimCurlPerMm = (trimMm: number | null, groundMm: number | null, shrinkPct: number): number => curlPerMm({
  trimMm: Math.max(THINNEST_MM, trimMm ?? TRIM_MM), groundMm: Math.max(THINNEST_MM, groundMm ?? GROUND_MM), modulusRatio: CORE_STIFFER,
  mismatchPct: shrinkPct,
})
