import { areaMm2, atOrigin, boundsOf, boxOf, cutApart, difference, offset, isOverlapping, type Outline } from '#core/geometry'
import { canHoldSquare, laidOutline, layoutFaults, leftOver } from '#core/layout'
import {
  cutPiece, fromPayload, GAP_MM, groundFrom, partId, partsOf, toPayload, usableWidthMm, type GroundRows, type Part,
} from '#shared/cutting'
import { OUTLINE_LIMITS, type CutBody, type JobPiece, type OutlinePayload, type Supply } from '#shared/schemas'
import { layoutFaultSentence } from '#shared/words'
import { invalid } from '../../utils/problem'

/** Judges what is to be cut, without a database: the server does it on a thread. */
export interface PiecesAsked { pieces: readonly JobPiece[], ground: GroundRows }

/** @throws ProblemError naming the piece that cannot be cut as it stands */
export function judgePieces({ pieces, ground: rows }: PiecesAsked): null {
  const ground = groundFrom(rows)
  for (const [i, piece] of pieces.entries()) {
    try {
      cutPiece(piece, ground)
    } catch (error) {
      if (error instanceof RangeError) throw invalid([{ field: `pieces.${i}`, message: `${piece.name}: ${error.message}` }])
      throw error
    }
  }
  return null
}

const HAIR_MM = 0.05
const isWithin = (part: Outline, offcut: Outline): boolean => offset(difference([part], [offcut]), -HAIR_MM).length === 0

export interface LayoutAsked extends PiecesAsked {
  body: Pick<CutBody, 'parts' | 'metres' | 'supplyId'>
  supply: Supply
  offcuts: readonly { id: string, outline: OutlinePayload }[]
}

const refuse = (message: string) => invalid([{ field: 'parts', message: `Parts: ${message}` }])

/** What is left of an offcut whose parts are cut out of it. */
function leftOfOffcut(offcut: Outline, parts: readonly (Part & { outline: Outline })[]): Outline[] {
  for (const [i, part] of parts.entries()) {
    if (!isWithin(part.outline, offcut)) throw refuse(`${part.name} does not lie within its offcut.`)
    if (parts.some((o, k) => k > i && isOverlapping(offset([o.outline], -HAIR_MM)[0] ?? o.outline, part.outline)))
      throw refuse(`${part.name} overlaps another part of its offcut.`)
  }
  const { wideMm: w, highMm: h } = boundsOf(offcut)
  // What of the offcut's own frame was never there is taken as laid too.
  const missing = difference([boxOf({ left: 0, right: w, bottom: 0, top: h })], [offcut])
  return leftOver([...parts.map(p => p.outline), ...missing], w, h, GAP_MM)
}

/**
 * Judges a layout as it would be cut.
 * @returns what is left of roll and offcuts, the largest first, each small enough to be kept
 * @throws ProblemError where a part lies where it may not, or metres are taken that nothing lies on
 */
export function judgeLayout({ body, pieces, ground, supply, offcuts }: LayoutAsked): OutlinePayload[] {
  const parts = partsOf(pieces, body.supplyId, groundFrom(ground))
  const byId = new Map(parts.map(p => [p.id, p]))
  const laid = body.parts.map(p => ({ ...p, id: partId(p) }))
  if (laid.some(p => !byId.has(p.id))) throw refuse('the pieces have changed. Lay it out again.')
  const onRoll = laid.filter(p => p.offcutId === null), wideMm = usableWidthMm(supply), longMm = body.metres * 1000
  if (onRoll.length === 0 && body.metres > 0)
    throw invalid([{ field: 'metres', message: 'Length: every part is on an offcut, so nothing is cut off the roll. Enter 0 m.' }])
  const [fault] = layoutFaults(parts, onRoll, wideMm, 0, longMm, 1)
  if (fault) throw refuse(layoutFaultSentence(fault, id => byId.get(id)?.name ?? 'A part'))
  const lies = (p: (typeof laid)[number]) => ({ ...byId.get(p.id)!, outline: laidOutline(byId.get(p.id)!.outline, p) })
  const left = [
    ...(onRoll.length > 0 ? leftOver(onRoll.map(p => lies(p).outline), wideMm, longMm, GAP_MM) : []),
    ...offcuts.flatMap(o => leftOfOffcut(fromPayload(o.outline), laid.filter(p => p.offcutId === o.id).map(lies))),
  ]
  return keepable(left)
}

/** Leftovers as they can be kept: those longer or with more holes than an outline may have are cut across, specks are let go. */
export const keepable = (left: readonly Outline[]): OutlinePayload[] =>
  left.flatMap(o => cutApart(atOrigin(o), OUTLINE_LIMITS))
    .filter(o => canHoldSquare(o))
    .sort((a, b) => areaMm2(b) - areaMm2(a))
    .map(o => toPayload(atOrigin(o)))
