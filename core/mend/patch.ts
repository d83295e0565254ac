import { webOf } from '../cut'
import {
  areaMm2, boundsOf, boxAbout, intersection, offset, outlineOf, isOverlapping, signedAreaMm2, type Outline, type Point, type Ring,
} from '../geometry'

export type Wear = 'light' | 'usual' | 'hard'
type PatchEdge = 'rounded' | 'pinked' | 'sealed'
export interface PatchSpec {
  /** Beyond the hole all round, mm; 6 to 12. */
  marginMm: number
  edge: PatchEdge
  /** Taken off the hole's ragged edge, mm. */
  trimMm: number
}
export interface HolePatch {
  outline: Outline
  /** The holes it closes, their edges trimmed clean. */
  holes: Outline[]
  /** Its web: the patch less the holes; whole where they are so small that they are cut in place. */
  web: Outline[]
  cutInPlace: boolean
}

/** A patch reaches beyond its hole by so much at the least and at the most, mm. */
export const LEAST_MARGIN_MM = 6, MOST_MARGIN_MM = 12
const LIGHT_GSM = 80, HEAVY_GSM = 400
const WEAR_MM: Record<Wear, number> = { light: 0, usual: 1.5, hard: 3 }
/** Margin by weight and wear, mm: heavier fabric and harder wear want more to hold on by. */
export function marginFor(massGsm: number, wear: Wear): number {
  const share = Math.min(1, Math.max(0, (massGsm - LIGHT_GSM) / (HEAVY_GSM - LIGHT_GSM)))
  const mm = LEAST_MARGIN_MM + share * 3 + WEAR_MM[wear]
  return Math.min(MOST_MARGIN_MM, Math.round(mm * 2) / 2)
}

/** A hole no wider than this is cut into its web once that lies in place: it could not be met beforehand, mm. */
const TINY_MM = 8
/** A web stays so far inside its patch, mm. */
const WEB_LESS_MM = 0.5
/** Two holes with less than this between them leave no web worth having, mm. */
const BRIDGE_MM = 4
const TOOTH_MM = 4

/** Holes with their ragged edges taken off. */
const trimmed = (holes: readonly Outline[], mm: number): Outline[] => offset(holes.map(h => ({ rim: h.rim, holes: [] })), mm)

/** Teeth all along a ring, outward, so that nothing of it is lost to them. */
export function pinked(ring: Ring, toothMm = TOOTH_MM): Ring {
  const [out] = offset([outlineOf(ring)], toothMm * 0.6)
  const even = (r: Ring): Point[] => {
    const long = r.map((p, i) => Math.hypot(r[(i + 1) % r.length]!.x - p.x, r[(i + 1) % r.length]!.y - p.y))
    const all = long.reduce((s, l) => s + l, 0), n = Math.max(3, Math.round(all / toothMm))
    const points: Point[] = []
    let at = 0, before = 0
    for (let k = 0; k < n; k++) {
      const want = all * k / n
      while (at < r.length - 1 && before + long[at]! < want) before += long[at++]!
      const t = long[at]! > 0 ? (want - before) / long[at]! : 0, p = r[at]!, q = r[(at + 1) % r.length]!
      points.push({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t })
    }
    return points
  }
  const inner = even(outlineOf(ring).rim), outer = out?.rim ?? ring
  // Between two points of the rim stands a tip, on the nearest place of the outer one.
  return inner.flatMap((p, i) => {
    const q = inner[(i + 1) % inner.length]!, m = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 }
    return [p, nearestOn(outer, m)]
  })
}
function nearestOn(ring: Ring, to: Point): Point {
  let best = ring[0]!, least = Infinity
  for (let i = 0; i < ring.length; i++) {
    const a = ring[i]!, b = ring[(i + 1) % ring.length]!, dx = b.x - a.x, dy = b.y - a.y, l2 = dx * dx + dy * dy
    const t = l2 > 0 ? Math.min(1, Math.max(0, ((to.x - a.x) * dx + (to.y - a.y) * dy) / l2)) : 0
    const p = { x: a.x + dx * t, y: a.y + dy * t }, d = (p.x - to.x) ** 2 + (p.y - to.y) ** 2
    if (d < least) { least = d; best = p }
  }
  return best
}

/** Holes whose patches would lie over each other share one. */
function grouped(holes: readonly Outline[], marginMm: number): Outline[][] {
  let groups = holes.map(h => [h])
  for (let joined = true; joined;) {
    joined = false
    for (let i = 0; i < groups.length && !joined; i++) for (let j = i + 1; j < groups.length && !joined; j++) {
      const box = (g: Outline[]) => offset([boxAbout(g)], marginMm)[0]!
      if (!isOverlapping(box(groups[i]!), box(groups[j]!))) continue
      groups = [...groups.filter((_, k) => k !== i && k !== j), [...groups[i]!, ...groups[j]!]]
      joined = true
    }
  }
  return groups
}

/**
 * The patches for some holes: with the grain, a margin all round, corners rounded by as much; near holes share one; its web has their
 * shape cut out of it.
 * @throws RangeError where there is no hole, or the margin is none that holds
 */
export function patchesFor(holes: readonly Outline[], { marginMm, edge, trimMm }: PatchSpec): HolePatch[] {
  if (holes.length === 0) throw new RangeError('Holes: mark at least one.')
  if (marginMm < LEAST_MARGIN_MM || marginMm > MOST_MARGIN_MM)
    throw new RangeError(`Margin: between ${LEAST_MARGIN_MM} and ${MOST_MARGIN_MM} mm; less peels, more shows.`)
  return grouped(trimmed(holes, trimMm), marginMm).map((group) => {
    const round = offset([boxAbout(group)], marginMm)[0]!
    const outline = edge === 'pinked' ? outlineOf(pinked(round.rim)) : round
    const { web, holes: joined } = webOf(outline, group, WEB_LESS_MM, BRIDGE_MM)
    const cutInPlace = joined.every((h) => {
      const { wideMm, highMm } = boundsOf(h)
      return Math.max(wideMm, highMm) <= TINY_MM
    })
    return { outline, holes: joined, web: cutInPlace ? webOf(outline, [], WEB_LESS_MM, BRIDGE_MM).web : web, cutInPlace }
  })
}

/** The piece of scrap that all patches of a mend can be cut from, as a box each, mm. */
export function roomFor(patches: readonly HolePatch[]): { wideMm: number, highMm: number } {
  const boxes = patches.map(p => boundsOf(p.outline))
  return { wideMm: Math.max(...boxes.map(b => b.wideMm)), highMm: boxes.reduce((s, b) => s + b.highMm, 0) + 2 * (boxes.length - 1) }
}
/** How much fabric a patch overlaps all round, mm²: what holds it. */
export const heldMm2 = (p: HolePatch): number =>
  areaMm2(p.outline) - intersection([p.outline], p.holes).reduce((s, h) => s + Math.abs(signedAreaMm2(h.rim)), 0)
