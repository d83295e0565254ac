/** Parts where they lie on a roll and its offcuts: what a picture shows, what is still to be laid, and what a hand may do to one. */
import type { Marks } from '#core/cut'
import { areaMm2, boundsOf, type Outline } from '#core/geometry'
import { boundMm, laidOutline, layoutFaults, turnsOf, type LayoutFault, type LayoutPiece } from '#core/layout'
import type { PlaceKey } from '#core/place'
import { GAP_MM, partId, type Part } from './cutting'
import type { JobPiece, LayoutPart } from './schemas'

/** A part in the picture of a layout. */
export interface LaidPart {
  id: string
  name: string
  outline: Outline
  marks: Marks
  x: number
  y: number
  turnDeg: number
  pinned: boolean
  bad: boolean
  grain: LayoutPiece['grain']
  oneWay: boolean
}
interface LaidOut {
  /** On the roll. */
  laid: LaidPart[]
  faults: LayoutFault[]
  /** How long a piece of the roll is taken. */
  lengthMm: number
  /** No layout of what lies on the roll is shorter. */
  boundMm: number
  /** How much of what is taken lies under parts, 0 to 1. */
  used: number
  rollParts: Part[]
  /** Neither on the roll nor on an offcut. */
  unplaced: Part[]
  /** What lies on an offcut, by its id. */
  onOffcut: ReadonlyMap<string, LaidPart[]>
}

/** What a layout takes off the roll, m: it is cut at the next whole centimetre. */
export const takenM = (lengthMm: number): number => Math.max(0, Math.ceil(lengthMm / 10 - 1e-6) / 100)

/** How wide a part lies at the least, turned as its grain allows, mm. */
export const leastWideMm = (p: LayoutPiece): number =>
  Math.min(...turnsOf(p).map(t => boundsOf(laidOutline(p.outline, { turnDeg: t, x: 0, y: 0 })).wideMm))

/** @param parts what is to be cut @param placed where each lies; one that is no more to be cut is passed over @param wideMm of the roll */
export function laidOutOf(parts: readonly Part[], placed: readonly LayoutPart[], wideMm: number): LaidOut {
  const byId = new Map(parts.map(p => [p.id, p])), known = placed.filter(p => byId.has(partId(p)))
  const onRoll = known.filter(p => p.offcutId === null)
  const faults = layoutFaults(parts, onRoll.map(p => ({ ...p, id: partId(p) })), wideMm, 0)
  const bad = new Set(faults.flatMap(f => ('ids' in f ? f.ids : [f.id])))
  const laidOf = (p: LayoutPart): LaidPart => {
    const { id, name, outline, marks, grain, oneWay } = byId.get(partId(p))!
    return { id, name, outline, marks, grain, oneWay, x: p.x, y: p.y, turnDeg: p.turnDeg, pinned: p.pinned, bad: bad.has(id) }
  }
  const laid = onRoll.map(laidOf), lengthMm = Math.max(0, ...laid.map(p => boundsOf(laidOutline(p.outline, p)).top))
  const rollIds = new Set(laid.map(p => p.id)), placedIds = new Set(known.map(partId))
  const rollParts = parts.filter(p => rollIds.has(p.id)), coveredMm2 = rollParts.reduce((sum, p) => sum + areaMm2(p.outline), 0)
  const onOffcut = new Map<string, LaidPart[]>()
  for (const p of known) if (p.offcutId !== null) onOffcut.set(p.offcutId, [...onOffcut.get(p.offcutId) ?? [], laidOf(p)])
  return {
    laid, faults, lengthMm, rollParts, boundMm: boundMm({ pieces: rollParts, wideMm, gapMm: GAP_MM }),
    used: lengthMm > 0 ? coveredMm2 / (lengthMm * wideMm) : 0, unplaced: parts.filter(p => !placedIds.has(p.id)),
    onOffcut,
  }
}

/** Places where the trade allows a join in the interfacing. */
const JOINED: ReadonlySet<string> = new Set<PlaceKey>(['facing', 'waistband', 'hem', 'stand', 'quiltedPanel', 'mat'])
/** A part wider than the roll, however its grain lets it be turned: by how much, and what may be done. */
interface TooWide { id: string, name: string, byMm: number, mayJoin: boolean, fitsTurned: boolean }
/** @param pieces those the parts are of: their place says whether they may be joined */
export function tooWideOf(parts: readonly Part[], pieces: readonly Pick<JobPiece, 'id' | 'place'>[], wideMm: number): TooWide[] {
  return parts.flatMap((p) => {
    const byMm = leastWideMm(p) - wideMm
    if (byMm <= 0) return []
    const fitsTurned = leastWideMm({ ...p, grain: 'any', oneWay: false }) <= wideMm
    return [{ id: p.id, name: p.name, byMm, mayJoin: JOINED.has(pieces.find(x => x.id === p.pieceId)?.place ?? ''), fitsTurned }]
  })
}

/** Dragged to a place on the roll: it stays within the selvedges and after the cut end, and is pinned. */
export function draggedTo(part: Part, at: LayoutPart, to: { x: number, y: number }, wideMm: number): LayoutPart {
  const { wideMm: own } = boundsOf(laidOutline(part.outline, at))
  return { ...at, x: Math.min(Math.max(0, to.x), Math.max(0, wideMm - own)), y: Math.max(0, to.y), pinned: true }
}
/** Turned on to the next way that its grain allows, and pinned. */
export function turnedOn(part: Part, at: LayoutPart): LayoutPart {
  const turns = turnsOf(part)
  return { ...at, turnDeg: turns[(turns.indexOf(at.turnDeg) + 1) % turns.length]!, pinned: true }
}
/** What lies within so much of the roll, and on offcuts. */
export function laidWithin(parts: readonly Part[], placed: readonly LayoutPart[], mostMm: number): LayoutPart[] {
  const byId = new Map(parts.map(p => [p.id, p]))
  return placed.filter((p) => {
    const part = byId.get(partId(p))
    return part !== undefined && (p.offcutId !== null || boundsOf(laidOutline(part.outline, p)).top <= mostMm)
  })
}
/** Where a search found that a part lies; nothing for one that is no more to be cut. */
export function placedBy(
  parts: readonly Part[], id: string, at: Pick<LayoutPart, 'turnDeg' | 'x' | 'y'> & Partial<Pick<LayoutPart, 'offcutId'>>,
): LayoutPart[] {
  const part = parts.find(p => p.id === id)
  if (!part) return []
  const { turnDeg, x, y, offcutId = null } = at
  return [{ pieceId: part.pieceId, role: part.role, number: part.number, turnDeg, x, y, offcutId, pinned: false }]
}
