import { leftAloneS } from '../recipe'
import type { NextStep } from './next'
import type { OpState } from './state'
import type { PlannedOperation } from './work'

/** A place on a piece, as it stands on the side that is up: to be given, next, under the sole, asked for again, given. */
export type PlaceState = 'open' | 'now' | 'down' | 'again' | 'done'

/** The places of an operation, in their order. @param count how many there are @param step what comes next; null where nothing does */
export function placeStates(
  count: number, of: Pick<OpState, 'touches' | 'pass' | 'again' | 'coolFromS'>, step: NextStep | null,
): PlaceState[] {
  const at = step && 'placement' in step ? step.placement : -1
  const given = new Set(of.touches.filter(t => t.pass === of.pass && t.toS !== null).map(t => t.placement))
  return Array.from({ length: count }, (_, i): PlaceState => {
    if (i === at) return step!.do === 'lift' ? 'down' : 'now'
    if (of.again.includes(i)) return 'again'
    return given.has(i) || of.coolFromS !== null ? 'done' : 'open'
  })
}

/** What comes after the place in hand: another place, the other layers, the other side, or left alone until it is cold. */
export type Then = { then: 'place', place: number } | { then: 'layUp' | 'turn' | 'leave' | 'nextPiece' }

/** Null where no place is in hand. */
export function whatFollows(op: Pick<PlannedOperation, 'recipe'>, places: readonly PlaceState[], step: NextStep | null): Then | null {
  if (!step || (step.do !== 'down' && step.do !== 'lift')) return null
  const place = places.findIndex((p, i) => (p === 'open' || p === 'again') && i !== step.placement)
  if (place >= 0) return { then: 'place', place }
  if (step.pass < 0) return { then: 'layUp' }
  if (op.recipe?.passes === 2 && step.pass === 0) return { then: 'turn' }
  return { then: op.recipe && leftAloneS(op.recipe) > 0 ? 'leave' : 'nextPiece' }
}
