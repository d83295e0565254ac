/** What an outline that was drawn elsewhere must be before it can become a piece. */
import { areaMm2, boundsOf, crossing, distanceMm, isInside, outlineOf, thinned, type Outline, type Point, type Ring } from '#core/geometry'

/** Why a line of a drawing is no piece. */
export type OutlineNote
  = | { why: 'open', name: string, gapMm: number }
    | { why: 'crossing', name: string }
    | { why: 'tiny', name: string, mm: number }
    | { why: 'huge', name: string, mm: number }
    | { why: 'tooFine', name: string, corners: number }
    | { why: 'tooMany', kept: number }
    | { why: 'marks', name: string, kept: number, of: number, kind: 'notches' | 'drills' | 'internal' }

/** A curve drawn with more corners than it needs is thinned by this, mm. */
const THIN_MM = 0.02
const LEAST_MM = 5,
  MOST_MM = 5000,
  MOST_CORNERS = 2000,
  /** So many are not even thinned. */
  MOST_DRAWN = 100_000
/** Corners nearer than this are one, mm. */
const SAME_MM = 1e-4

/** A closed line as it is kept, thinned; or why it is none that can be cut. Null where it is no more than a stroke. */
export function usableRing(drawn: readonly Point[], name: string, closedMm = SAME_MM): { ring: Ring } | { note: OutlineNote } | null {
  const clean = drawn.filter((p, i) => i === 0 || distanceMm(p, drawn[i - 1]!) > SAME_MM)
  if (clean.length > 1 && distanceMm(clean[0]!, clean.at(-1)!) <= closedMm) clean.pop()
  if (clean.length < 3) return null
  if (clean.length > MOST_DRAWN) return { note: { why: 'tooFine', name, corners: clean.length } }
  const thin = thinned(clean, THIN_MM)
  if (thin.length > MOST_CORNERS) return { note: { why: 'tooFine', name, corners: thin.length } }
  const { wideMm, highMm } = boundsOf({ rim: thin }), mm = Math.max(wideMm, highMm)
  if (mm > MOST_MM) return { note: { why: 'huge', name, mm } }
  if (mm < LEAST_MM) return { note: { why: 'tiny', name, mm } }
  return crossing(thin) ? { note: { why: 'crossing', name } } : { ring: thin }
}

/** Rings drawn together as pieces: one within another is its hole, one within that a piece again. What has no area is none. */
export function piecesOfRings(rings: readonly Ring[]): Outline[] {
  const depth = rings.map(r => rings.filter(o => o !== r && isInside(o, r[0]!)).length)
  return rings
    .flatMap((rim, i) => (depth[i]! % 2 === 1
      ? []
      : [outlineOf(rim, rings.filter((r, k) => depth[k] === depth[i]! + 1 && isInside(rim, r[0]!)))]))
    .filter(o => areaMm2(o) > 1)
}
