import { foldRun, printEvents, type RunEvent } from '#core/run'
import { runEventsOf, skewOfDevice, workOf } from '#shared/pressing'
import { trialBody, type Run, type RunEventBody, type TrialBody } from '#shared/schemas'
import { RUN_NOTE } from '#shared/words'
import { log } from '../utils/log'

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
interface Placed { position: number, event: RunEvent }

/**
 * What edges that were tried say as swatches: of the place where one lifts, or of the first, as it was pressed until then. The events of a
 * run are laid out once, by operation, however many edges there are.
 */
export function swatchesOfEdges(
  run: Run, edges: readonly RunEventBody[], { jobName, lotOf, rate, nowMs = Date.now() }: About,
): TrialBody[] {
  const operations = new Map(run.operations.map(o => [o.id, o]))
  const position = new Map(run.events.map(e => [e.key, e.position]))
  const byOperation = new Map<string, Placed[]>(), ofAll: Placed[] = []
  for (const event of runEventsOf(run.events, [], rate)) {
    const placed = { position: position.get(event.key)!, event }
    if (event.kind === 'clock' || event.kind === 'back') ofAll.push(placed)
    else if (event.op) byOperation.set(event.op, [...byOperation.get(event.op) ?? [], placed])
  }
  const skew = new Map<string, number>()
  const skewOf = (device: string) => {
    if (!skew.has(device)) skew.set(device, skewOfDevice(run.events, device))
    return skew.get(device)!
  }
  return edges.flatMap((edge): TrialBody[] => {
    const o = operations.get(edge.op ?? '')
    if (!o?.recipe || !o.clothId || !o.supplyId || !o.ironId || !o.predicted || !edge.edge) return []
    const until = position.get(edge.key) ?? Infinity
    const before = [...byOperation.get(o.id) ?? [], ...ofAll].filter(p => p.position <= until).sort((a, b) => a.position - b.position)
    const state = foldRun([workOf(o)], before.map(p => p.event)).ops.get(o.id)!
    const print = edge.prints?.[0] ?? 0
    const events = printEvents(workOf(o), state, print).slice(0, MOST_EVENTS)
    if (events.length === 0) return []
    // What lay for a night before it was looked at lay as long as a swatch can keep.
    const atS = (s: number) => Math.min(MOST_S, Math.max(0, s))
    const swatch = trialBody.safeParse({
      clientKey: edge.key, clothId: o.clothId, supplyId: o.supplyId, ironId: o.ironId, coverId: o.coverId, bed: o.bed,
      recipe: o.recipe, predicted: o.predicted,
      events: events.map(e => ({ atS: atS(e.atS), kind: e.kind, soleC: e.soleC ?? null })),
      grade: GRADE_OF_EDGE[edge.edge], marks: [], markWhere: {}, doubts: [], readings: [], planId: null, scrap: null,
      note: `${RUN_NOTE}: ${jobName}, ${o.name}${edge.prints?.length ? `, position ${print + 1}` : ''}.`,
      clothLot: lotOf(o.clothId), supplyLot: lotOf(o.supplyId), overSupplyIds: o.overSupplyIds,
      pressedAt: new Date(Math.min(nowMs, edge.atMs + skewOf(edge.device))).toISOString(),
    })
    if (swatch.success) return [swatch.data]
    log.error({ run: run.id, field: swatch.error.issues[0]?.path.join('.') }, 'an edge says nothing that a swatch can keep')
    return []
  })
}
