import { leftAloneS } from '../recipe'
import { openPlacements, type OpState, type SessionState } from './state'
import { handS } from './kinds'
import { holdOf, type PlannedOperation } from './work'

/** What the hands do next with one operation. */
export type NextStep
  = | { do: 'down', pass: number, placement: number, forS: number, again: boolean }
    | { do: 'lift', pass: number, placement: number, forS: number, fromS: number }
    | { do: 'laid' } | { do: 'turned' } | { do: 'cold', forS: number, fromS: number } | { do: 'edge' }
    | { do: 'hand', forS: number } | { do: 'nothing' }

export function nextStep(w: PlannedOperation, o: OpState): NextStep {
  if (o.phase === 'done' || o.phase === 'skipped') return { do: 'nothing' }
  if (!w.recipe) return { do: 'hand', forS: handS(w.kind) }
  const down = o.touches.find(t => t.toS === null)
  if (down) return { do: 'lift', pass: down.pass, placement: down.placement, forS: holdOf(w.recipe, down.pass), fromS: down.fromS }
  if (o.phase === 'cooling') return { do: 'cold', forS: leftAloneS(w.recipe), fromS: o.coolFromS! }
  if (o.phase === 'edge') return { do: 'edge' }
  const [placement] = openPlacements(w, o)
  if (placement !== undefined)
    return { do: 'down', pass: o.pass, placement, forS: holdOf(w.recipe, o.pass), again: o.again.includes(placement) }
  return o.pass < 0 ? { do: 'laid' } : { do: 'turned' }
}

/** May it be begun: everything it needs is done, or at least pressed and cold. */
export function isDue(w: PlannedOperation, state: SessionState): boolean {
  return w.needs.every((id) => {
    const phase = state.ops.get(id)?.phase
    return phase === undefined || phase === 'done' || phase === 'edge' || phase === 'skipped'
  })
}

/**
 * What a board takes up next: what it has in hand; then, in the order laid, what may be begun and nobody else has. What was set aside
 * comes after what has not been begun.
 */
export function nextOperation(works: readonly PlannedOperation[], state: SessionState, device: string): PlannedOperation | null {
  const byId = new Map(works.map(w => [w.id, w]))
  const mine = works.find(w => state.ops.get(w.id)!.phase === 'inHand' && state.ops.get(w.id)!.device === device)
  if (mine) return mine
  const inPhase = (phase: OpState['phase']) =>
    state.order.map(id => byId.get(id)!).find(w => state.ops.get(w.id)!.phase === phase && isDue(w, state))
  return inPhase('open') ?? inPhase('aside') ?? null
}
