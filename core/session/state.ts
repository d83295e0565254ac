import { leftAloneS } from '../recipe'
import type { PlannedOperation } from './work'
import { hasEdgeToTry } from './kinds'
import { holdOf, TOUCH_SHARE } from './work'

type SessionEventKind
  = | 'take' | 'down' | 'lift' | 'laid' | 'turned' | 'cold' | 'edge' | 'missed' | 'aside' | 'done' | 'skip' | 'takeOver' | 'undo'
    | 'dial' | 'sole' | 'clock' | 'order' | 'cleaned'
/** How an edge was found when it was cold. */
export type EdgeFound = 'holds' | 'nail' | 'lifts'

/** An event: recorded once and never changed. Times are board time, s. */
export interface SessionEvent {
  key: string
  /** The board that recorded it. */
  device: string
  atS: number
  kind: SessionEventKind
  op?: string | null
  pass?: number | null
  placement?: number | null
  ironId?: string | null
  /** The sole then, °C. */
  soleC?: number | null
  /** A dial: the setting it was turned to; null where it was switched off. */
  setting?: { label: string, meanC: number, swingC: number } | null
  edge?: EdgeFound | null
  /** Where an edge lifts: the positions there. */
  placements?: readonly number[] | null
  /** What is taken back. */
  takes?: string | null
  /** By how much the wall clock was set, s. */
  byS?: number | null
  /** The order that was laid. */
  ids?: readonly string[] | null
}

interface Touch {
  pass: number
  placement: number
  fromS: number
  /** Null while the sole is down. */
  toS: number | null
  ironId: string | null
  soleC: number | null
}

type Phase = 'open' | 'inHand' | 'aside' | 'cooling' | 'edge' | 'done' | 'skipped'
/** How far one operation has come. */
export interface OpState {
  id: string
  phase: Phase
  /** Whose board has it in hand; the last that had it. */
  device: string | null
  touches: Touch[]
  /** The side that is being pressed: -1 while the fabric is warmed, 0 the first, 1 the second. */
  pass: number
  /** Positions to be pressed again on this side. */
  again: number[]
  /** How often a place was named as missed, or found lifting. */
  misses: number
  coolFromS: number | null
  coldS: number | null
  edges: { found: EdgeFound, placements: readonly number[], atS: number, key: string }[]
}

/** An iron as last recorded: where its dial is set, where its sole was then. */
export interface IronReport {
  fromC: number
  targetC: number | null
  swingC: number
  label: string | null
  setS: number
  touchedS: number
}

/** Two boards at the same thing. */
interface Clash {
  op: string
  devices: [string, string]
  atS: number
}

export interface SessionState {
  ops: Map<string, OpState>
  irons: Map<string, IronReport>
  order: string[]
  clashes: Clash[]
  /** By how much the clock of each board was set since, s. */
  setBy: Map<string, number>
  /** When soles were cleaned, by iron. */
  cleanedS: Map<string, number>
}

/** What a hand did, and may take back. */
const BY_HAND: ReadonlySet<SessionEventKind> = new Set([
  'down', 'lift', 'laid', 'turned', 'cold', 'edge', 'missed', 'aside', 'done', 'skip', 'take',
])

/** Events that count: in the order of their time, those taken back left out, every key once, clocks that were set put right. */
export function counted(events: readonly SessionEvent[]): SessionEvent[] {
  const taken = new Set(events.flatMap(e => (e.kind === 'undo' && e.takes ? [e.takes] : [])))
  const once = new Map<string, SessionEvent>()
  for (const e of events) if (!once.has(e.key)) once.set(e.key, e)
  const setBy = new Map<string, number>()
  // The clock of a board is put right in the order in which it recorded them, before all boards are laid together.
  const right = [...once.values()].map((e) => {
    if (e.kind === 'clock') setBy.set(e.device, (setBy.get(e.device) ?? 0) + (e.byS ?? 0))
    const byS = setBy.get(e.device) ?? 0
    return byS === 0 ? e : { ...e, atS: e.atS - byS }
  })
  return right.filter(e => e.kind !== 'undo' && !taken.has(e.key)).sort((a, b) => a.atS - b.atS)
}

/** The last thing a board's hand did that can be taken back; null where there is none. */
export function lastUndoable(events: readonly SessionEvent[], device: string): SessionEvent | null {
  const taken = new Set(events.flatMap(e => (e.kind === 'undo' && e.takes ? [e.takes] : [])))
  return events.findLast(e => e.device === device && BY_HAND.has(e.kind) && !taken.has(e.key)) ?? null
}

const fresh = (w: PlannedOperation): OpState => ({
  id: w.id, phase: 'open', device: null, touches: [], pass: w.recipe && w.recipe.warmS > 0 ? -1 : 0, again: [], misses: 0,
  coolFromS: null, coldS: null, edges: [],
})

/** Positions of a side that are still to be given, in their order; those to be pressed again last. */
export function openPlacements(w: PlannedOperation, o: OpState): number[] {
  if (!w.recipe) return []
  // Once its sides have been left, only what is pressed again is open.
  const first = o.coolFromS === null ? Array.from({ length: w.placements }, (_, k) => k) : []
  const wantedS = holdOf(w.recipe, o.pass) * TOUCH_SHARE
  const heldS = (placement: number) =>
    o.touches.reduce((s, t) => s + (t.pass === o.pass && t.placement === placement && t.toS !== null ? t.toS - t.fromS : 0), 0)
  return [...first.filter(k => heldS(k) < wantedS - 1e-9), ...o.again]
}

/** What a session has come to: all its events together. The same events twice, or in another order, give the same state. */
export function foldSession(works: readonly PlannedOperation[], events: readonly SessionEvent[]): SessionState {
  const byId = new Map(works.map(w => [w.id, w]))
  const state: SessionState = {
    ops: new Map(works.map(w => [w.id, fresh(w)])), irons: new Map(), order: works.map(w => w.id), clashes: [], setBy: new Map(),
    cleanedS: new Map(),
  }
  for (const e of events) if (e.kind === 'clock') state.setBy.set(e.device, (state.setBy.get(e.device) ?? 0) + (e.byS ?? 0))
  for (const e of counted(events)) {
    const w = e.op ? byId.get(e.op) : undefined
    if (w) ofOperation(state, w, state.ops.get(w.id)!, e)
    else ofBoard(state, e)
  }
  return state
}

function ofBoard(state: SessionState, e: SessionEvent): void {
  if (e.kind === 'order') {
    const known = (e.ids ?? []).filter(id => state.ops.has(id))
    state.order = [...known, ...state.order.filter(id => !known.includes(id))]
  } else if (e.kind === 'dial' && e.ironId) {
    state.irons.set(e.ironId, {
      fromC: e.soleC ?? 20, targetC: e.setting?.meanC ?? null, swingC: e.setting?.swingC ?? 0, label: e.setting?.label ?? null, setS: e.atS,
      touchedS: e.atS,
    })
  } else if (e.kind === 'sole' && e.ironId && e.soleC != null) {
    const report = state.irons.get(e.ironId)
    if (report) state.irons.set(e.ironId, { ...report, fromC: e.soleC, setS: e.atS })
  } else if (e.kind === 'cleaned' && e.ironId) state.cleanedS.set(e.ironId, e.atS)
}

/** The iron was in the hand. */
function touched(state: SessionState, ironId: string | null | undefined, atS: number): void {
  const report = ironId ? state.irons.get(ironId) : undefined
  if (report) state.irons.set(ironId!, { ...report, touchedS: atS })
}

/** Takes it in hand on a board; two boards at the same thing are noted. */
function held(state: SessionState, o: OpState, e: SessionEvent): void {
  const free = o.device === null || o.device === e.device || o.phase === 'open' || o.phase === 'aside'
  const known = state.clashes.some(c => c.op === o.id)
  if (free) o.device = e.device
  else if (!known) state.clashes.push({ op: o.id, devices: [o.device!, e.device], atS: e.atS })
  o.phase = 'inHand'
}

function ofOperation(state: SessionState, w: PlannedOperation, o: OpState, e: SessionEvent): void {
  const down = o.touches.find(t => t.toS === null)
  switch (e.kind) {
    case 'take':
      if (o.phase !== 'done') held(state, o, e)
      return
    case 'takeOver':
      o.device = e.device
      // What has been pressed to its end stays so: only whose it is is decided.
      if (o.phase === 'open' || o.phase === 'aside' || o.phase === 'inHand') o.phase = 'inHand'
      state.clashes = state.clashes.filter(c => c.op !== o.id)
      return
    case 'down': {
      held(state, o, e)
      if (down || e.placement == null || e.placement < 0 || e.placement >= w.placements) return
      o.touches.push({
        pass: o.pass, placement: e.placement, fromS: e.atS, toS: null, ironId: e.ironId ?? w.ironId, soleC: e.soleC ?? null,
      })
      touched(state, e.ironId ?? w.ironId, e.atS)
      return
    }
    case 'lift':
      if (!down) return
      down.toS = Math.max(down.fromS, e.atS)
      touched(state, down.ironId, e.atS)
      lifted(w, o, down)
      return
    case 'laid':
      if (o.pass < 0 && !down) o.pass = 0
      return
    case 'turned':
      if (w.recipe?.passes === 2 && o.pass === 0 && !down) o.pass = 1
      return
    case 'missed':
      if (e.placement == null || e.placement < 0 || e.placement >= w.placements || o.phase === 'skipped') return
      o.misses++
      if (!openPlacements(w, o).includes(e.placement)) o.again.push(e.placement)
      if (o.phase === 'cooling' || o.phase === 'edge' || o.phase === 'done') o.phase = 'open'
      return
    case 'cold':
      if (o.phase !== 'cooling') return
      o.coldS = e.atS
      o.phase = hasEdgeToTry(w.kind) ? 'edge' : 'done'
      return
    case 'edge':
      if (!e.edge || (o.phase !== 'edge' && o.phase !== 'cooling')) return
      o.coldS ??= e.atS
      o.edges.push({ found: e.edge, placements: e.placements ?? [], atS: e.atS, key: e.key })
      o.phase = e.edge === 'lifts' ? 'open' : 'done'
      if (e.edge === 'lifts') {
        const where = (e.placements ?? []).filter(p => p >= 0 && p < w.placements)
        o.misses += where.length
        o.again = where.length > 0 ? [...where] : Array.from({ length: w.placements }, (_, k) => k)
      }
      return
    case 'aside':
      if (o.phase === 'inHand' && !down) o.phase = 'aside'
      return
    case 'done':
      if (!w.recipe) o.phase = 'done'
      return
    case 'skip':
      if (!down) o.phase = 'skipped'
  }
}

/** After a lift: what was pressed again is done, and after the last position of the last side it lies to cool. */
function lifted(w: PlannedOperation, o: OpState, t: Touch): void {
  const heldS = t.toS! - t.fromS
  if (o.again.includes(t.placement) && heldS >= holdOf(w.recipe!, t.pass) * TOUCH_SHARE) o.again.splice(o.again.indexOf(t.placement), 1)
  const sides = w.recipe!.passes
  if (openPlacements(w, o).length > 0 || o.pass < 0 || o.pass < sides - 1) return
  o.coolFromS = t.toS
  o.coldS = null
  o.phase = leftAloneS(w.recipe!) > 0 ? 'cooling' : hasEdgeToTry(w.kind) ? 'edge' : 'done'
}
