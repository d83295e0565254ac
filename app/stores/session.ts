import { useIntervalFn } from '@vueuse/core'
import {
  coolingAt, foldSession, isAnyDown, isHeldElsewhere, isIronElsewhere, isPressed, lastUndoable, nextStep, operationBefore,
  operationInstead, warningsAt, type EdgeFound, type OpState,
} from '#core/session'
import { sessionEventsOf, skewOfDevice, workOf } from '#shared/pressing'
import type { SessionOperation } from '#shared/schemas'
import { useIron } from './iron'
import { useJobs } from './jobs'
import { useLibrary } from './library'
import { usePlanning } from './planning'

/** A ring that is read from two metres off moves smoothly enough at so many pictures a second, and a tablet lasts the day. */
const LOOKS_A_SECOND = 12
const LOOK_S = 1.2
/** Without a step of its own to say how long it is held, a sole that is down counts as held so long, s. */
const HELD_S = 30

/**
 * The session of the open job: what was planned, and every event recorded on this board and on others. What happens here is
 * written down in the browser first, then shown, then sent; what it comes to is core's to say.
 */
export const useSession = defineStore('run', () => {
  const jobs = useJobs()
  const library = useLibrary()
  const iron = useIron()
  const planning = usePlanning()
  const { rate } = iron
  /** This browser, as its events name it. */
  const device = useStored<string>('device', crypto.randomUUID())
  const record = useSessionRecord(device)
  const { plan, kept, own, closed, append } = record
  const isOpen = () => plan.value !== null && !closed.value

  const operations = computed<SessionOperation[]>(() => plan.value?.operations ?? [])
  const works = computed(() => operations.value.map(workOf))
  const events = computed(() => sessionEventsOf(kept.value, own.value, rate))
  const state = computed(() => foldSession(works.value, events.value))
  const byId = computed(() => new Map(operations.value.map(o => [o.id, o])))
  const opState = (id: string): OpState => state.value.ops.get(id)!

  // A wall clock that was set is recorded, and its later times are corrected.
  const { nowMs, tick } = useWallClock(LOOK_S, (doubt) => {
    if (doubt.why === 'clockSet' && isOpen()) void append('clock', { byS: doubt.byS })
  })
  /** The moment by the server's clock, in board seconds; a clock that was set by hand is put right. */
  const skewMs = computed(() => skewOfDevice(kept.value, device.value))
  const nowS = computed(() => boardS(nowMs.value))
  /** A moment of this board's clock in board time. */
  const boardS = (ms: number) => ((ms + skewMs.value) / 1000) * rate - (state.value.setBy.get(device.value) ?? 0)
  /** A moment of board time as a time of day here, ms. */
  const wallMs = (atS: number) => ((atS + (state.value.setBy.get(device.value) ?? 0)) / rate) * 1000 - skewMs.value

  const { recordDials, ...irons } = useSessionIrons({
    reports: () => state.value.irons, isOpen, nowS: () => nowS.value, boardS, wallMs, append,
  })
  const { restOf, soleC } = irons
  /** Begins a session, with the irons in their state here. */
  async function begin(...what: Parameters<typeof record.begin>): Promise<void> {
    await record.begin(...what)
    await recordDials()
  }

  /** What someone asked to press instead of what the order says. */
  const wanted = ref<string | null>(null)
  const current = computed<SessionOperation | null>(() => {
    const id = isOpen() ? operationBefore(works.value, state.value, device.value, wanted.value) : null
    return id === null ? null : byId.value.get(id)!
  })
  const step = computed(() => (current.value ? nextStep(workOf(current.value), opState(current.value.id)) : null))
  const down = computed(() => step.value?.do === 'lift')
  const cooling = computed(() => coolingAt(works.value, state.value, nowS.value)
    .map(c => ({ ...c, name: byId.value.get(c.id)!.name, coldMs: wallMs(c.coldS) })))
  /** Something is under a sole, on any board, or not cold yet. */
  const moving = computed(() => cooling.value.some(c => c.leftS > 0) || isAnyDown(state.value))
  /** What is cold: its edge is asked for. */
  const toTry = computed(() => cooling.value.filter(c => c.leftS <= 0))

  const heldElsewhere = computed(() => isHeldElsewhere(current.value && opState(current.value.id), device.value))
  const { under, follow } = useUnderSole({
    down: () => (current.value && down.value
      ? { operation: current.value, state: opState(current.value.id), rest: restOf(current.value.ironId) }
      : null),
    nowS: () => nowS.value, planKey: () => `${plan.value?.id} ${plan.value?.piecesVersion}`, taughtFor: planning.taughtFor,
  })

  /** Down, lift, laid, turned, done: one key for all of them. */
  async function space(): Promise<void> {
    tick()
    const o = current.value, s = step.value
    if (!o || !s || closed.value || heldElsewhere.value) return
    if (o.ironId) iron.pickUpOf(o.ironId)
    if (s.do === 'down') {
      if (isIronElsewhere(state.value, o.id, o.ironId)) return
      await append('down', { op: o.id, pass: s.pass, placement: s.placement, ironId: o.ironId, soleC: soleC(o.ironId) })
    } else if (s.do === 'lift') await append('lift', { op: o.id, ironId: o.ironId, soleC: soleC(o.ironId) })
    else if (s.do === 'laid' || s.do === 'turned' || s.do === 'cold') await append(s.do, { op: o.id })
    else if (s.do === 'hand') await append('done', { op: o.id })
    if (wanted.value && isPressed(state.value.ops.get(wanted.value))) wanted.value = null
    follow()
  }
  async function undo(): Promise<void> {
    const last = lastUndoable(events.value, device.value)
    if (last) await append('undo', { op: last.op ?? null, takes: last.key })
  }
  const markMissed = (op: string, placement: number): Promise<void> => append('missed', { op, placement })
  async function setAside(): Promise<void> {
    const o = current.value
    if (!o || down.value) return
    if (opState(o.id).phase !== 'inHand') await append('take', { op: o.id })
    wanted.value = null
    await append('aside', { op: o.id })
  }
  /** Cold and taken up, where there is no edge to try. */
  const markCold = (op: string): Promise<void> => append('cold', { op })
  const recordEdge = (op: string, found: EdgeFound, placements: number[] = []): Promise<void> =>
    append('edge', { op, edge: found, placements })
  const takeOver = (op: string): Promise<void> => append('takeOver', { op })
  /** Another piece is taken instead: the next that may be begun after this one in the order. */
  function another(): void {
    if (!down.value) wanted.value = operationInstead(works.value, state.value, current.value?.id ?? null) ?? wanted.value
  }
  const choose = (id: string): void => { if (!down.value) wanted.value = id }

  useIntervalFn(() => { if (plan.value) tick() }, 1000)
  // While something is under a sole or cools the board moves so often; else it rests.
  const looking = useIntervalFn(() => { nowMs.value = Date.now() }, 1000 / LOOKS_A_SECOND, { immediate: false })
  watch(moving, on => (on ? looking.resume() : looking.pause()), { immediate: true })

  const warnings = computed(() => warningsAt(
    state.value, library.irons, id => step.value && 'forS' in step.value && current.value?.id === id ? step.value.forS : HELD_S, nowS.value,
  ))
  /** The last event of this board. */
  const lastKey = computed(() => [...kept.value, ...own.value].findLast(e => e.device === device.value)?.key ?? null)
  const clashes = computed(() => state.value.clashes)
  const doneCount = computed(() => [...state.value.ops.values()].filter(o => o.phase === 'done').length)
  /** The session is what is shown: Space is its iron. */
  const atHand = ref(false)

  // What was just recorded shows at once, without waiting for the next look at the clock.
  watch(own, () => { nowMs.value = Date.now() }, { flush: 'sync' })
  watch(() => plan.value?.id, () => { wanted.value = null })
  watch(() => jobs.job?.id, () => { void record.load() }, { immediate: true })
  return {
    ...record, ...irons, begin, device, operations, works, events, state, byId, opState, nowS, boardS, wallMs, current, step, down, moving,
    cooling,
    toTry, under, warnings, clashes, heldElsewhere, wanted, space, undo, markMissed, setAside, markCold, recordEdge,
    doneCount, lastKey, atHand, takeOver, another, choose, tick,
  }
})
