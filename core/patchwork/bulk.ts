import type { PatchArea } from './patches'
import type { Crossing, Piecing, Seam, Tee } from './seams'
import type { Side } from './nest'

/** Which way every seam lies; all of them open where it is null. */
export type Lying = ReadonlyMap<string, Side> | null
/** How thick it is where seams meet, in the four corners round the point. */
export interface CornerBulk { x: number, y: number, plies: number, thickMm: number, nests: boolean, open: boolean, spun: boolean }

/** Plies on one side of one seam's line: open two on either; to one side three there and one beyond. */
const pliesBeside = (lies: Side | 'open', corner: Side): number => (lies === 'open' ? 2 : lies === corner ? 3 : 1)

/**
 * Plies in a corner where seams meet: what lies there itself, and as many more as the allowances of the seam they end on bring. To one side
 * it is under its own patch, both allowances and their own folds; open each allowance lies on its own side.
 * @param on how the seam lies that they end on; @param a, b the two that end on it from before and after; null where none does
 */
export function pliesInCorners(on: Side | 'open', a: Side | 'open' | null, b: Side | 'open' | null): number[] {
  const corners: number[] = []
  for (const across of ['before', 'after'] as const) {
    const before = a === null ? 1 : pliesBeside(a, across), after = b === null ? 1 : pliesBeside(b, across)
    corners.push(
      on === 'open' ? 2 * before : on === 'before' ? 2 * before + after : before,
      on === 'open' ? 2 * after : on === 'after' ? 2 * after + before : after,
    )
  }
  return corners
}

/** Turned round like a wheel, the sixteen plies about a crossing lie in its four corners alike. */
const SPUN_PLIES = 4
/**
 * Crossings that can be spun: they nest, and the seam they lie on can go to one side before and to the other after each. Between two of
 * them it lies to one side only, so neighbours are turned opposite ways; from either end of a seam, whichever way gives more.
 */
export function spunAt({ seams, crossings }: Piecing, lying: Lying): Crossing[] {
  if (lying === null) return []
  const byId = new Map(seams.map(s => [s.id, s]))
  return [...new Set(crossings.map(c => c.on))].flatMap((on) => {
    const down = byId.get(on)!.axis === 'down'
    const along = crossings.filter(c => c.on === on).sort((a, b) => (down ? a.y - b.y : a.x - b.x))
    const nesting = along.filter(c => lying.get(c.a) !== lying.get(c.b))
    const from = (first: Side): Crossing[] => {
      let lies = first
      return nesting.filter((c) => {
        if (lying.get(c.a) !== lies) return false
        lies = lies === 'before' ? 'after' : 'before'
        return true
      })
    }
    const [one, other] = [from('before'), from('after')]
    return other.length > one.length ? other : one
  })
}

/** A stretch of a seam, and to which side it lies there. */
export interface SeamStretch { fromMm: number, toMm: number, side: Side }
/** The stretches of a seam: one, or where crossings on it are spun one between any two of them, turned to the other side at each. */
export function stretchesOf(seam: Seam, lying: ReadonlyMap<string, Side>, spun: readonly Crossing[]): SeamStretch[] {
  const at = (c: Crossing) => (seam.axis === 'down' ? c.y : c.x)
  const own = spun.filter(c => c.on === seam.id).sort((a, b) => at(a) - at(b)), side = lying.get(seam.id) ?? 'after'
  const ends = [seam.fromMm, ...own.map(at), seam.toMm]
  const sides = own.length === 0 ? [side] : [...own.map(c => lying.get(c.a)!), otherSide(lying.get(own.at(-1)!.a)!)]
  return sides.map((s, i) => ({ fromMm: ends[i]!, toMm: ends[i + 1]!, side: s }))
}
const otherSide = (side: Side): Side => (side === 'before' ? 'after' : 'before')

function plyMmAt(seam: Seam, alongMm: number, patches: readonly PatchArea[]): number {
  const near = [...seam.before, ...seam.after].filter(e => alongMm >= e.fromMm - 1 && alongMm <= e.fromMm + e.lengthMm + 1)
  return Math.max(...(near.length > 0 ? near : [...seam.before, ...seam.after]).map(e => patches[e.patch]!.plyMm))
}

/**
 * How thick it gets at every crossing, mm under the sole; the thickest fabric that meets there counts.
 * @param spun crossings whose allowances are turned round like a wheel
 */
export function bulkAt(
  { seams, crossings, tees }: Piecing, patches: readonly PatchArea[], lying: Lying, spun: readonly Crossing[] = [],
): CornerBulk[] {
  const byId = new Map(seams.map(s => [s.id, s]))
  const lies = (id: string): Side | 'open' => (lying === null ? 'open' : lying.get(id)!)
  const one = (x: number, y: number, on: string, a: string | null, b: string | null, isSpun = false): CornerBulk => {
    const seam = byId.get(on)!
    const plies = isSpun ? SPUN_PLIES : Math.max(...pliesInCorners(lies(on), a === null ? null : lies(a), b === null ? null : lies(b)))
    return {
      x, y, plies, thickMm: plies * plyMmAt(seam, seam.axis === 'down' ? y : x, patches), open: lying === null, spun: isSpun,
      nests: lying !== null && a !== null && b !== null && lies(a) !== lies(b),
    }
  }
  return [
    ...crossings.map((c: Crossing) => one(c.x, c.y, c.on, c.a, c.b, spun.includes(c))),
    ...tees.map((t: Tee) => one(t.x, t.y, t.on, t.side === 'before' ? t.a : null, t.side === 'after' ? t.a : null)),
  ]
}

/** Sewn thread alone bridges an open seam; to one side the fabric lies over it. Typical, rough. */
const OPEN_STRENGTH = 0.75
/** All open against all to one side. */
export function openAgainst(piecing: Piecing, patches: readonly PatchArea[], lying: ReadonlyMap<string, Side>) {
  const most = (l: Lying) => bulkAt(piecing, patches, l).reduce((m, b) => Math.max(m, b.thickMm), 0)
  return { oneSideMm: most(lying), openMm: most(null), openStrength: OPEN_STRENGTH }
}
