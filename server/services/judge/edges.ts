import { foldSession, placementEvents, type SessionEvent } from '#core/session'
import { sessionEventsOf, skewOfDevice, workOf } from '#shared/pressing'
import { swatchBody, type PressSession, type SessionEventBody, type SwatchBody } from '#shared/schemas'
import { SESSION_NOTE } from '#shared/words'
import { log } from '../../utils/log'

/** How an edge was found, as a swatch is judged. */
const GRADE_OF_EDGE = { lifts: 1, nail: 3, holds: 4 } as const
/** A swatch keeps no later moment than this, s, and no more events. */
const MOST_S = 36_000, MOST_EVENTS = 200

interface About {
  jobName: string
  lotOf: (id: string) => string
  /** Board seconds a second, where it is rehearsed. */
  rate: number
  nowMs?: number
}
interface Placed { position: number, event: SessionEvent }

/**
 * What edges that were tried say as swatches: of the place where one lifts, or of the first, as it was pressed until then. The events of a
 * session are laid out once, by operation, however many edges there are.
 */
export function swatchesOfEdges(
  session: PressSession, edges: readonly SessionEventBody[], { jobName, lotOf, rate, nowMs = Date.now() }: About,
): SwatchBody[] {
  const operations = new Map(session.operations.map(o => [o.id, o]))
  const position = new Map(session.events.map(e => [e.key, e.position]))
  const byOperation = new Map<string, Placed[]>(), ofAll: Placed[] = []
  for (const event of sessionEventsOf(session.events, [], rate)) {
    const placed = { position: position.get(event.key)!, event }
    if (event.kind === 'clock' || event.kind === 'undo') ofAll.push(placed)
    else if (event.op) byOperation.set(event.op, [...byOperation.get(event.op) ?? [], placed])
  }
  const skew = new Map<string, number>()
  const skewOf = (device: string) => {
    if (!skew.has(device)) skew.set(device, skewOfDevice(session.events, device))
    return skew.get(device)!
  }
  return edges.flatMap((edge): SwatchBody[] => {
    const o = operations.get(edge.op ?? '')
    if (!o?.recipe || !o.fabricId || !o.supplyId || !o.ironId || !o.predicted || !edge.edge) return []
    const until = position.get(edge.key) ?? Infinity
    const before = [...byOperation.get(o.id) ?? [], ...ofAll].filter(p => p.position <= until).sort((a, b) => a.position - b.position)
    const state = foldSession([workOf(o)], before.map(p => p.event)).ops.get(o.id)!
    const placement = edge.placements?.[0] ?? 0
    const events = placementEvents(workOf(o), state, placement).slice(0, MOST_EVENTS)
    if (events.length === 0) return []
    // What lay for a night before it was looked at lay as long as a swatch can keep.
    const atS = (s: number) => Math.min(MOST_S, Math.max(0, s))
    const swatch = swatchBody.safeParse({
      clientKey: edge.key, fabricId: o.fabricId, supplyId: o.supplyId, ironId: o.ironId, pressClothId: o.pressClothId, surface: o.surface,
      recipe: o.recipe, predicted: o.predicted,
      events: events.map(e => ({ atS: atS(e.atS), kind: e.kind, soleC: e.soleC ?? null })),
      grade: GRADE_OF_EDGE[edge.edge], marks: [], markWhere: {}, doubts: [], readings: [], planId: null, scrap: null,
      note: `${SESSION_NOTE}: ${jobName}, ${o.name}${edge.placements?.length ? `, position ${placement + 1}` : ''}.`,
      fabricLot: lotOf(o.fabricId), supplyLot: lotOf(o.supplyId), overSupplyIds: o.overSupplyIds,
      pressedAt: new Date(Math.min(nowMs, edge.atMs + skewOf(edge.device))).toISOString(),
    })
    if (swatch.success) return [swatch.data]
    log.error({ session: session.id, field: swatch.error.issues[0]?.path.join('.') }, 'an edge says nothing that a swatch can keep')
    return []
  })
}
