import type { IronRest } from '../iron'
import { newPressing, stepsOf, type PressEvent, type SwatchPressing } from '../press'
import type { OpState } from './state'
import type { PlannedOperation } from './work'

/** What happened to the fabric at one position, from its first touch on, as a swatch is recorded. */
export function placementEvents(w: PlannedOperation, o: OpState, placement: number): PressEvent[] {
  const touches = o.touches.filter(t => t.placement === placement)
  const [first] = touches
  if (!first || !w.recipe) return []
  const events: PressEvent[] = []
  const at = (s: number) => Math.round((s - first.fromS) * 100) / 100
  let pass = first.pass
  for (const t of touches) {
    if (t.pass === 0 && pass < 0) events.push({ atS: at(t.fromS) - SLIVER_S, kind: 'lay' })
    if (t.pass === 1 && pass === 0) events.push({ atS: at(t.fromS) - SLIVER_S, kind: 'turn' })
    pass = t.pass
    events.push({ atS: at(t.fromS), kind: t.pass < 0 ? 'warm' : 'down', soleC: t.soleC })
    if (t.toS !== null) events.push({ atS: at(t.toS), kind: 'lift' })
  }
  if (o.coolFromS !== null && touches.every(t => t.toS !== null)) {
    events.push({ atS: at(o.coolFromS), kind: 'cool' })
    if (o.coldS !== null) events.push({ atS: at(o.coldS), kind: 'done' })
  }
  return events.sort((a, b) => a.atS - b.atS)
}
/** Laid and turned just before the sole comes down: when exactly is recorded for the piece, not for each place. */
const SLIVER_S = 0.1

/** The position under the sole now as a session of its own, so that its bond is followed like a swatch's; null where no sole is down. */
export function bondOfPressing(w: PlannedOperation, o: OpState, rest: IronRest | null, nowS: number): SwatchPressing | null {
  const down = o.touches.find(t => t.toS === null)
  if (!down || !w.recipe || down.pass < 0) return null
  const touches = o.touches.filter(t => t.placement === down.placement)
  const steps = stepsOf(w.recipe)
  const at = steps.findIndex(s => s.kind === 'down' && s.pass === down.pass)
  const soleThen = (c: number | null): IronRest => ({
    ...(rest ?? { kind: 'household', targetC: w.recipe!.setting.meanC, swingC: 0, shutsOffAfterS: null }),
    fromC: c ?? w.recipe!.setting.meanC, sinceS: 0, idleS: 0,
  })
  return {
    ...newPressing(w.recipe), at, stepFromS: down.fromS, startedS: touches[0]!.fromS, events: placementEvents(w, o, down.placement),
    touched: touches.map(t => ({
      atS: t.fromS,
      rest: t === down && rest
        ? { ...rest, sinceS: rest.sinceS - (nowS - down.fromS), idleS: 0 }
        : soleThen(t.soleC),
    })),
  }
}
