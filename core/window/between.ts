/** Where a drawing first bonds and is first hurt, s under the sole (Infinity = never), and how far it came at the longest (1 = there). */
export interface Edge { bondS: number, hurtS: number, bond: number, harm: number }

/** Soles that are run: every so many; those between are read where their neighbours agree on them. */
export const RUN_EVERY = 3
/** A straight line and a bent one may part by so much of the seconds; the grid of a map errs by as much. */
const AGREES = 0.03
/** Where an edge moves more than this from one run to the next, nothing is read between them. */
const WIDEST = Math.log(2.2)
/** Whatever comes so near at the longest may come about between two soles at which it does not. */
const NEARLY = 0.8
/** Sooner than this one edge is as good as another, s. */
const SOONEST_S = 0.05

/** The value at `x` of the polynomial through the points (Lagrange). */
const through = (x: number, points: readonly { x: number, y: number }[]): number =>
  points.reduce((sum, p) => sum + points.reduce((v, o) => o === p ? v : v * (x - o.x) / (p.x - o.x), p.y), 0)

/** The nearest soles that were run about one that was not. */
const aboutOf = (r: number, rows: number) => {
  const above = r + (rows - 1 - r) % RUN_EVERY
  return { hotter: above, cooler: Math.max(0, above - RUN_EVERY) }
}
export const isRun = (r: number, rows: number): boolean => r === 0 || (rows - 1 - r) % RUN_EVERY === 0

/**
 * Reads one edge of a drawing at a sole between two that were run: the logarithm of its seconds as a polynomial of the sole's heat, through
 * the two and the next beyond them.
 * @param edges by sole, those that were run; null where nothing comes about any more
 * @returns s (Infinity = never), or null where that cannot be relied on, so that the sole has to be run itself
 */
function readOne(edges: readonly (Edge | null)[], solesC: readonly number[], r: number, of: 'bond' | 'hurt'): number | null {
  const { hotter, cooler } = aboutOf(r, solesC.length), a = edges[cooler], b = edges[hotter]
  if (!a || !b) return null
  const secondsOf = (edge: Edge) => of === 'bond' ? edge.bondS : edge.hurtS, come = (edge: Edge) => of === 'bond' ? edge.bond : edge.harm
  const here = [secondsOf(a), secondsOf(b)]
  if (!here.some(Number.isFinite)) return Math.max(come(a), come(b)) < NEARLY ? Infinity : null
  const pointOf = (row: number) => {
    const edge = edges[row], s = edge ? secondsOf(edge) : Infinity
    return Number.isFinite(s) ? [{ x: solesC[row]!, y: Math.log(Math.max(SOONEST_S, s)) }] : []
  }
  const two = [...pointOf(cooler), ...pointOf(hotter)], [colder, warmer] = [pointOf(cooler - RUN_EVERY), pointOf(hotter + RUN_EVERY)]
  const all = [...two, ...colder, ...warmer], soleC = solesC[r]!
  if (two.length < 2 || all.length < 3 || Math.abs(two[0]!.y - two[1]!.y) > WIDEST) return null
  const straight = through(soleC, two), bent = through(soleC, all)
  return Math.abs(bent - straight) <= AGREES ? Math.exp(bent) : null
}

/** Both edges of a drawing at a sole that was not run, read between those that were; null where it has to be run. */
export function readBetween(edges: readonly (Edge | null)[], solesC: readonly number[], r: number): Edge | null {
  const bondS = readOne(edges, solesC, r, 'bond')
  if (bondS === null) return null
  const hurtS = readOne(edges, solesC, r, 'hurt')
  return hurtS === null ? null : { bondS, hurtS, bond: NaN, harm: NaN }
}

/** A cooler sole takes longer, as a rule by no more than so many times for the next one, and for the next that is run. */
const LONGER = 1.25, LONGER_TO_RUN = 1.5

/**
 * How long a sole has to stay down for both edges to be seen, as a rule, s; Infinity where that is not known: to the end, then.
 * @param between whether cooler soles were run already
 */
export function enoughS(edges: readonly (Edge | null)[], r: number, between: boolean): number {
  const bothS = (edge: Edge | null | undefined) => edge ? Math.max(edge.bondS, edge.hurtS) : Infinity
  if (!between) return bothS(edges[r + RUN_EVERY]) * LONGER_TO_RUN + 1
  const { hotter, cooler } = aboutOf(r, edges.length)
  return Math.min(bothS(edges[cooler]), bothS(edges[hotter]) * (hotter === r + 1 ? LONGER : LONGER_TO_RUN)) + 1
}
