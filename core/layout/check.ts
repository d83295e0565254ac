import {
  areaMm2,
  boundsOf,
  intersection,
  offset,
  outlineOf,
  placing,
  type Outline,
} from '../geometry'
import type { LayoutPiece } from './piece'
import type { Placement } from './board'

/** What is wrong with a layout. */
export type LayoutFault
  = | { why: 'overlap', ids: [string, string], areaMm2: number }
    | { why: 'offRoll', id: string, byMm: number }
    | { why: 'tooNear', ids: [string, string] }
    | { why: 'unknown', id: string }

/** A hair that arithmetic may be off by, mm. */
const HAIR_MM = 0.01

/** The piece's outline where it lies. */
export function laidOutline(outline: Outline, at: Pick<Placement, 'turnDeg' | 'x' | 'y'>): Outline {
  const to = placing(outline, at)
  return outlineOf(outline.rim.map(to), outline.holes.map(h => h.map(to)))
}

/** How two pieces lie to each other: so much of them on one another, mm², too near, or neither. */
type Meeting = number | 'tooNear' | null
function meetingOf(a: Outline, b: Outline, gapMm: number): Meeting {
  const both = intersection(offset([a], -HAIR_MM / 2), offset([b], -HAIR_MM / 2))
  if (both.length > 0) return both.reduce((sum, o) => sum + areaMm2(o), 0)
  return gapMm > 0 && intersection(offset([a], gapMm - 2 * HAIR_MM), [b]).length > 0 ? 'tooNear' : null
}

/** Meetings worked out before, by how two outlines lie to each other: a drag moves one piece and asks of all. */
const known = new WeakMap<Outline, Map<string, Meeting>>(), numbers = new WeakMap<Outline, number>()
const MOST_KNOWN = 4000
let numbered = 0
function numberOf(outline: Outline): number {
  const had = numbers.get(outline) ?? numbered++
  numbers.set(outline, had)
  return had
}
/** A piece by its own outline, where it is put, and what comes of that. */
interface Put { of: Outline, at: Placement, outline: Outline }
function knownMeeting(a: Put, b: Put, gapMm: number): Meeting {
  const of = known.get(a.of) ?? new Map<string, Meeting>()
  known.set(a.of, of)
  const key = [numberOf(b.of), a.at.turnDeg, b.at.turnDeg, b.at.x - a.at.x, b.at.y - a.at.y, gapMm].join(' '), had = of.get(key)
  if (had !== undefined) return had
  if (of.size >= MOST_KNOWN) of.clear()
  const found = meetingOf(a.outline, b.outline, gapMm)
  of.set(key, found)
  return found
}

/**
 * Judges a layout by exact clipping: every piece on the roll, none on another, and none nearer than it may.
 * @param lengthMm how long the roll is; Infinity where it does not matter
 * @param most so many faults are enough
 */
export function layoutFaults(
  pieces: readonly Pick<LayoutPiece, 'id' | 'outline'>[],
  placements: readonly Placement[],
  wideMm: number,
  gapMm: number,
  lengthMm = Infinity,
  most = Infinity,
): LayoutFault[] {
  const faults: LayoutFault[] = []
  const byId = new Map(pieces.map(p => [p.id, p]))
  const laid = placements.flatMap((at) => {
    const piece = byId.get(at.id)
    if (!piece) {
      faults.push({ why: 'unknown', id: at.id })
      return []
    }
    const outline = laidOutline({ rim: piece.outline.rim, holes: [] }, at)
    return [{ id: at.id, of: piece.outline, at, outline, bounds: boundsOf(outline) }]
  })
  for (const { id, bounds } of laid) {
    const byMm = Math.max(-bounds.left, -bounds.bottom, bounds.right - wideMm, bounds.top - lengthMm)
    if (byMm > HAIR_MM) faults.push({ why: 'offRoll', id, byMm })
  }
  for (let i = 0; i < laid.length; i++) {
    for (let k = i + 1; k < laid.length; k++) {
      if (faults.length >= most) return faults
      const [a, b] = [laid[i]!, laid[k]!]
      const apart = Math.max(
        a.bounds.left - b.bounds.right,
        b.bounds.left - a.bounds.right,
        a.bounds.bottom - b.bounds.top,
        b.bounds.bottom - a.bounds.top,
      )
      if (apart >= gapMm - HAIR_MM && apart >= -HAIR_MM) continue
      const meeting = knownMeeting(a, b, gapMm), ids: [string, string] = [a.id, b.id]
      if (meeting === 'tooNear') faults.push({ why: 'tooNear', ids })
      else if (meeting !== null) faults.push({ why: 'overlap', ids, areaMm2: meeting })
    }
  }
  return faults
}
