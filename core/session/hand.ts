/** What a board has before it: the operation in hand, what lies to cool, and which iron is down where. */
import { leftAloneS } from '../recipe'
import { isDue, nextOperation } from './next'
import type { OpState, SessionState } from './state'
import type { PlannedOperation } from './work'

const isDown = (o: OpState): boolean => o.touches.some(t => t.toS === null)

/**
 * The operation a board shows: a sole of its own on fabric before anything that someone looks at, then what was asked for, then what
 * another board has in hand, then the next of the order.
 * @param wanted what someone asked for instead of what the order says
 * @returns its id, null where nothing is left
 */
export function operationBefore(
  works: readonly PlannedOperation[], state: SessionState, device: string, wanted: string | null,
): string | null {
  const inHand = [...state.ops.values()].filter(o => o.phase === 'inHand'), own = inHand.filter(o => o.device === device)
  const under = own.find(isDown) ?? (wanted ? undefined : own[0])
  if (under) return under.id
  const asked = wanted ? state.ops.get(wanted) : undefined
  if (asked && ['open', 'aside', 'inHand'].includes(asked.phase)) return asked.id
  // What another board has in hand is watched until something is taken here.
  return inHand.find(o => o.device !== device)?.id ?? nextOperation(works, state, device)?.id ?? null
}

/** Another piece instead of this one: the next after it, in the order, that may be begun; null where there is no other. */
export function operationInstead(works: readonly PlannedOperation[], state: SessionState, current: string | null): string | null {
  const byId = new Map(works.map(w => [w.id, w]))
  const may = state.order.filter((id) => {
    const { phase } = state.ops.get(id)!
    return (phase === 'open' || phase === 'aside') && isDue(byId.get(id)!, state)
  })
  return may.length > 1 ? may[(may.indexOf(current ?? '') + 1) % may.length]! : null
}

/** Something left to cool: how long it lies, and when it is cold, s of board time; at 0 left its edge can be tried. */
export interface Cooling { id: string, forS: number, leftS: number, coldS: number }
/** What lies to cool or is cold and not tried yet; the soonest first. */
export function coolingAt(works: readonly PlannedOperation[], state: SessionState, nowS: number): Cooling[] {
  const byId = new Map(works.map(w => [w.id, w]))
  return [...state.ops.values()].filter(o => o.phase === 'cooling' || o.phase === 'edge').map((o): Cooling => {
    const recipe = byId.get(o.id)?.recipe, forS = recipe ? leftAloneS(recipe) : 0, coldS = (o.coolFromS ?? 0) + forS
    return { id: o.id, forS, leftS: o.phase === 'edge' ? 0 : coldS - nowS, coldS }
  }).sort((a, b) => a.leftS - b.leftS)
}

/** A sole is down somewhere, on any board. */
export const isAnyDown = (state: SessionState): boolean => [...state.ops.values()].some(isDown)
/** This iron is down on something else. */
export const isIronElsewhere = (state: SessionState, op: string, ironId: string | null): boolean =>
  [...state.ops.values()].some(o => o.id !== op && o.touches.some(t => t.toS === null && t.ironId === ironId))
/** Another board has it in hand. */
export const isHeldElsewhere = (o: OpState | null, device: string): boolean =>
  o !== null && o.phase === 'inHand' && o.device !== null && o.device !== device
/** Nothing more is done to it by an iron: whoever asked for it may go on. */
export const isPressed = (o: OpState | undefined): boolean =>
  o !== undefined && ['cooling', 'edge', 'done', 'skipped'].includes(o.phase)
