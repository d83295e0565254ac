import { useIntervalFn, useRafFn } from '@vueuse/core'
import { leftAloneS, type EvaluateOptions } from '#core/recipe'
import { alongside, doubtOf, plannedBond, type Alongside } from '#core/press'
import { soleNowC } from '#core/iron'
import {
  bondOfPressing, foldSession, isDue, nextOperation, nextStep, restOfIron, lastUndoable, warningsAt, type EdgeFound, type OpState,
} from '#core/session'
import { toPressSetup, toRecipe } from '#shared/mappers'
import { sessionEventsOf, skewOfDevice, workOf } from '#shared/pressing'
import type { SessionOperation } from '#shared/schemas'
import { useSelection } from './selection'
import { useIron } from './iron'
import { useJobs } from './jobs'
import { useLibrary } from './library'
import { usePlanning } from './planning'

const LOOK_MS = 250, SELDOM_S = 90
/** A ring that is read from two metres off moves smoothly enough at so many pictures a second, and a tablet lasts the day. */
const LOOKS_A_SECOND = 12
const LOOK_S = 1.2
/** Only of these is the bond followed; the others are held by the seconds. */
const BONDED: ReadonlySet<SessionOperation['kind']> = new Set(['fuse', 'tack', 'hold'])
/** Two moments nearer than this are one: a recorded time and the one here. */
const NEAR_MS = 50

/**
 * The session of the open job: what was planned, and every event recorded on this board and on others. What happens here is
 * written down in the browser first, then shown, then sent; what it comes to is core's to say.
 */
export const useSession = defineStore('run', () => {
  const selection = useSelection()
  const jobs = useJobs()
  const library = useLibrary()
  const iron = useIron()
  const planning = usePlanning()
  const { rate } = iron
  /** This browser, as its events name it. */
  const device = useStored<string>('device', crypto.randomUUID())
  const record = useSessionRecord(device)
  const { plan, kept, own, closed, append } = record

  const operations = computed<SessionOperation[]>(() => plan.value?.operations ?? [])
  const works = computed(() => operations.value.map(workOf))
  const events = computed(() => sessionEventsOf(kept.value, own.value, rate))
  const state = computed(() => foldSession(works.value, events.value))
  const byId = computed(() => new Map(operations.value.map(o => [o.id, o])))
  const opState = (id: string): OpState => state.value.ops.get(id)!

  /** The moment by the server's clock, in board seconds; a clock that was set by hand is put right. */
  const nowMs = ref(Date.now())
  const skewMs = computed(() => skewOfDevice(kept.value, device.value))
  const nowS = computed(() => boardS(nowMs.value))
  /** A moment of this board's clock in board time. */
  const boardS = (ms: number) => ((ms + skewMs.value) / 1000) * rate - (state.value.setBy.get(device.value) ?? 0)
  /** A moment of board time as a time of day here, ms. */
  const wallMs = (atS: number) => ((atS + (state.value.setBy.get(device.value) ?? 0)) / rate) * 1000 - skewMs.value

  function appendDial(ironId: string): Promise<void> {
    const setting = iron.settingOf(ironId), rest = iron.restOf(ironId)
    return append('dial', {
      ironId, soleC: rest ? Math.round(soleNowC(rest) * 10) / 10 : null,
      setting: setting && { label: setting.label, meanC: setting.meanC, swingC: setting.swingC },
    })
  }
  /** Begins a session, with the irons in their state here. */
  async function begin(...what: Parameters<typeof record.begin>): Promise<void> {
    await record.begin(...what)
    for (const i of library.irons) if (iron.dials[i.id]) await appendDial(i.id)
  }
  // A dial turned on another board is turned: the irons stand in one workroom.
  watch(() => state.value.irons, (irons) => {
    if (closed.value) return
    for (const [id, reported] of irons) {
      const setAt = Math.round(wallMs(reported.setS)), touchedAt = Math.round(wallMs(reported.touchedS)), here = iron.dials[id]
      if (here && here.setAt >= setAt - NEAR_MS) {
        // What another board has in the hand does not shut itself off here.
        if (touchedAt > here.touchedAt + NEAR_MS) iron.adopt(id, { ...here, touchedAt })
        continue
      }
      const settings = library.irons.find(i => i.id === id)?.settings ?? []
      const at = settings.findIndex(s => s.label === reported.label)
      const between = reported.targetC === null
        ? null
        : { label: reported.label ?? '', meanC: reported.targetC, swingC: reported.swingC, origin: 'estimate' as const }
      iron.adopt(id, { setting: at >= 0 ? at : between, fromC: reported.fromC, setAt, touchedAt })
    }
  })
  // A dial turned on this board, wherever that was done, is recorded.
  watch(() => Object.fromEntries(Object.entries(iron.dials).map(([id, d]) => [id, JSON.stringify([d.setting, d.setAt])])),
    (now, before) => {
      if (!plan.value || closed.value) return
      for (const id of Object.keys(now)) {
        const reported = state.value.irons.get(id), setS = boardS(iron.dials[id]!.setAt)
        if (now[id] !== before?.[id] && (!reported || setS > reported.setS + NEAR_MS / 1000)) void appendDial(id)
      }
    })

  /** What someone asked to press instead of what the order says. */
  const wanted = ref<string | null>(null)
  const current = computed<SessionOperation | null>(() => {
    if (!plan.value || closed.value) return null
    const inHand = [...state.value.ops.values()].filter(o => o.phase === 'inHand')
    const isDown = (o: OpState) => o.touches.some(t => t.toS === null)
    const own = inHand.filter(o => o.device === device.value)
    // A sole on fabric is never hidden behind what someone looks at.
    const under = own.find(isDown) ?? (wanted.value ? undefined : own[0])
    if (under) return byId.value.get(under.id)!
    const asked = wanted.value && state.value.ops.get(wanted.value)
    if (asked && ['open', 'aside', 'inHand'].includes(asked.phase)) return byId.value.get(asked.id)!
    // What another board has in hand is watched until something is taken here.
    const theirs = inHand.find(o => o.device !== device.value)
    if (theirs) return byId.value.get(theirs.id)!
    const next = nextOperation(works.value, state.value, device.value)
    return next ? byId.value.get(next.id)! : null
  })
  const step = computed(() => (current.value ? nextStep(workOf(current.value), opState(current.value.id)) : null))
  const down = computed(() => step.value?.do === 'lift')
  const cooling = computed(() => [...state.value.ops.values()]
    .filter(o => o.phase === 'cooling' || o.phase === 'edge')
    .map((o) => {
      const op = byId.value.get(o.id)!, forS = op.recipe ? leftAloneS(op.recipe) : 0
      const coldS = (o.coolFromS ?? 0) + forS
      return { id: o.id, name: op.name, forS, leftS: o.phase === 'edge' ? 0 : coldS - nowS.value, coldMs: wallMs(coldS) }
    })
    .sort((a, b) => a.leftS - b.leftS))
  /** Something is under a sole, on any board, or not cold yet. */
  const moving = computed(() =>
    cooling.value.some(c => c.leftS > 0) || [...state.value.ops.values()].some(o => o.touches.some(t => t.toS === null)))
  /** What is cold: its edge is asked for. */
  const toTry = computed(() => cooling.value.filter(c => c.leftS <= 0))

  const restOf = (ironId: string) => {
    const i = library.irons.find(x => x.id === ironId)
    return i ? restOfIron(state.value.irons.get(ironId), i, nowS.value) : null
  }
  const soleC = (ironId: string | null): number | null => {
    const rest = ironId ? restOf(ironId) : null
    return rest ? Math.round(soleNowC(rest) * 10) / 10 : null
  }
  /** Another thing this iron is down on. */
  const isIronBusy = (o: SessionOperation) => [...state.value.ops.values()]
    .some(x => x.id !== o.id && x.touches.some(t => t.toS === null && t.ironId === o.ironId))
  const heldElsewhere = computed(() => {
    const s = current.value && opState(current.value.id)
    return s !== null && s.phase === 'inHand' && s.device !== null && s.device !== device.value
  })

  /** Down, lift, laid, turned, done: one key for all of them. */
  async function space(): Promise<void> {
    tick()
    const o = current.value, s = step.value
    if (!o || !s || closed.value || heldElsewhere.value) return
    if (o.ironId) iron.pickUpOf(o.ironId)
    if (s.do === 'down') {
      if (isIronBusy(o)) return
      await append('down', { op: o.id, pass: s.pass, placement: s.placement, ironId: o.ironId, soleC: soleC(o.ironId) })
    } else if (s.do === 'lift') await append('lift', { op: o.id, ironId: o.ironId, soleC: soleC(o.ironId) })
    else if (s.do === 'laid' || s.do === 'turned' || s.do === 'cold') await append(s.do, { op: o.id })
    else if (s.do === 'hand') await append('done', { op: o.id })
    if (wanted.value && ['cooling', 'edge', 'done', 'skipped'].includes(opState(wanted.value)?.phase ?? '')) wanted.value = null
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
  const markCleaned = (ironId: string): Promise<void> => append('cleaned', { ironId })
  const correctSole = (ironId: string, c: number): Promise<void> => {
    iron.correct(ironId, c)
    return append('sole', { ironId, soleC: c })
  }
  /** Another piece is taken instead: the next that may be begun after this one in the order. */
  function another(): void {
    if (down.value) return
    const may = state.value.order.filter((id) => {
      const s = state.value.ops.get(id)!
      return (s.phase === 'open' || s.phase === 'aside') && isDue(works.value.find(w => w.id === id)!, state.value)
    })
    const at = may.indexOf(current.value?.id ?? '')
    if (may.length > 1) wanted.value = may[(at + 1) % may.length]!
  }
  const choose = (id: string): void => { if (!down.value) wanted.value = id }

  /** What the sole does now, by the same transient as the recipe. */
  const under = shallowRef<Alongside | null>(null)
  interface Followed { setup: ReturnType<typeof toPressSetup>, planned: number[], taught: EvaluateOptions }
  const followedOps = new Map<string, Followed | null>()
  function setupOf(o: SessionOperation) {
    const key = `${plan.value?.id} ${plan.value?.piecesVersion} ${o.id}`
    if (!followedOps.has(key)) {
      const fabric = library.fabrics.find(c => c.id === o.fabricId), supply = library.supplies.find(s => s.id === o.supplyId)
      const i = library.irons.find(x => x.id === o.ironId), pressCloth = library.pressCloths.find(c => c.id === o.pressClothId) ?? null
      const over = o.overSupplyIds.map(id => library.supplies.find(s => s.id === id)).filter(s => s !== undefined)
      if (!fabric || !supply?.adhesive || !i || !o.recipe) followedOps.set(key, null)
      else {
        const b = toPlain(toPressSetup(fabric, supply, i, pressCloth, o.surface, selection.rules, over))
        const recipe = toRecipe(o.recipe)
        const followed = (taught: EvaluateOptions): Followed => ({ setup: b, planned: plannedBond(b, recipe, taught), taught })
        followedOps.set(key, followed({}))
        // As soon as it is known what own swatches teach, the ring goes by it; without the server it goes by what is typical.
        void planning.taughtFor(o).then(t => followedOps.set(key, followed(t))).catch(() => undefined)
      }
    }
    return followedOps.get(key)!
  }
  function follow(): void {
    const o = current.value
    const known = o && down.value && BONDED.has(o.kind) ? setupOf(o) : null
    const session = known && bondOfPressing(workOf(o!), opState(o!.id), o!.ironId ? restOf(o!.ironId) : null, nowS.value)
    under.value = known && session ? alongside(session, known.setup, known.planned, nowS.value, known.taught) : null
  }

  let lastWall = Date.now(), lastSteady = performance.now(), wasHidden = false
  /** Looks at the clocks; a wall clock that was set is recorded, and its later times are corrected. */
  function tick(): void {
    const wall = Date.now(), steady = performance.now()
    const expectedS = document.hidden || wasHidden ? SELDOM_S : LOOK_S
    wasHidden = document.hidden
    const doubt = doubtOf((wall - lastWall) / 1000, (steady - lastSteady) / 1000, expectedS)
    lastWall = wall
    lastSteady = steady
    if (doubt?.why === 'clockSet' && plan.value && !closed.value) void append('clock', { byS: doubt.byS })
    nowMs.value = wall
  }
  useIntervalFn(() => { if (plan.value) tick() }, 1000)
  // While something is under a sole or cools the board moves so often; else it rests.
  const frame = useRafFn(() => { nowMs.value = Date.now() }, { immediate: false, fpsLimit: LOOKS_A_SECOND })
  watch(moving, on => (on ? frame.resume() : frame.pause()), { immediate: true })
  useIntervalFn(() => { if (down.value) follow() }, LOOK_MS)
  // Another board may have lifted it.
  watch(down, follow)

  const warnings = computed(() => warningsAt(
    state.value, library.irons, id => step.value && 'forS' in step.value && current.value?.id === id ? step.value.forS : 30, nowS.value,
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
    ...record, begin, device, operations, works, events, state, byId, opState, nowS, boardS, wallMs, current, step, down, moving, cooling,
    toTry, under, warnings, clashes, heldElsewhere, wanted, restOf, soleC, space, undo, markMissed, setAside, markCold, recordEdge,
    doneCount, lastKey, atHand, takeOver, markCleaned, correctSole, another, choose, tick,
  }
})
