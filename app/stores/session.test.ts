// @vitest-environment happy-dom
import { disposePinia, getActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { soleState } from '#core/iron'
import { draftRecipe } from '#core/recipe'
import { toPressSetup, toRecipePayload } from '#shared/mappers'
import { sessionOperationSchema, type KeptSessionEvent, type PressSession, type SessionEventBody,
  type SessionOperation } from '#shared/schemas'
import { fabric, idOf, iron as anIron, job, layOut, standIn, supply } from '../testing/board'
import { useSelection } from './selection'
import { useIron } from './iron'
import { useJobs } from './jobs'
import { useSession } from './session'

/** The browser's databases, by name; they outlive a page. */
const stores = new Map<string, Map<string, unknown>>()
const within = (store = 'usual') => {
  if (!stores.has(store)) stores.set(store, new Map())
  return stores.get(store)!
}
vi.mock('idb-keyval', () => ({
  createStore: (name: string) => name,
  entries: async (store: string) => [...within(store)],
  get: async (key: string, store?: string) => within(store).get(key),
  set: async (key: string, value: unknown, store?: string) => { within(store).set(key, structuredClone(value)) },
  setMany: async (all: [string, unknown][], store?: string) => { for (const [k, v] of all) within(store).set(k, structuredClone(v)) },
  del: async (key: string, store?: string) => { within(store).delete(key) },
}))

/** All that was begun has come to an end. */
const flushPromises = async () => { for (let i = 0; i < 30; i++) await new Promise(done => setImmediate(done)) }
const rules = { blend: 'strict', bearing: 'weight', warm: 'no', sides: 'one', patience: '20', moisture: 'widest',
  cooling: 'touch' } as const
const selection = toPressSetup(fabric(), supply(), anIron(), null, 'padded', rules)
const recipe = { ...draftRecipe(selection, 'dry', anIron().settings[1]!, 'back', 1, 'weight'), warmS: 0, holdS: 12, coolS: 60 }
const operation = (id: string): SessionOperation => sessionOperationSchema.parse({
  id, kind: 'fuse', name: id, pieceId: null, fabricId: idOf(11), supplyId: idOf(21), ironId: idOf(31), pressClothId: null,
  surface: 'padded',
  recipe: toRecipePayload(recipe), standing: 'estimated', outline: null,
  placements: [{ x: 0, y: 0, headingDeg: 0 }, { x: 90, y: 0, headingDeg: 0 }],
})

const aJob = job()
/** A server that keeps what it is sent, until it is taken away. */
function server() {
  const kept: KeptSessionEvent[] = [], sessions = new Map<string, PressSession>(), posts: number[] = []
  let away = false, aheadMs = 0
  const news = (id: string) => ({ id, events: [...kept], closedAt: null, piecesVersion: sessions.get(id)?.piecesVersion ?? 0 })
  const { fetch } = standIn({})
  fetch.mockImplementation(async (path: string, { body }: { body?: unknown } = {}) => {
    if (away) throw new Error('away')
    const id = /^\/api\/sessions\/([^/]+)/.exec(path)?.[1]
    if (path === '/api/sessions') {
      const session = body as PressSession
      sessions.set(session.id, { ...session, closedAt: null, events: [] })
      return session
    }
    if (path.endsWith('/events')) {
      if (body) posts.push((body as { events: SessionEventBody[] }).events.length)
      for (const e of (body as { events: SessionEventBody[] } | undefined)?.events ?? [])
        if (!kept.some(k => k.key === e.key)) kept.push({ ...e, position: kept.length, arrivedMs: e.atMs + 20 + aheadMs })
      return news(id!)
    }
    if (id) return { ...sessions.get(id)!, events: [...kept] }
    if (path.endsWith('/sessions'))
      return [...sessions.values()].map(r => ({ id: r.id, startedAt: r.startedAt, closedAt: null, operations: 2, events: 0 }))
    return path.startsWith('/api/jobs/') ? aJob : []
  })
  return {
    kept, sessions, posts, take: () => { away = true }, bring: () => { away = false },
    /** Its clock says so much more than the board's. */
    ahead: (ms: number) => { aheadMs = ms },
  }
}
async function opened() {
  const jobs = useJobs(), session = useSession()
  await jobs.open(aJob)
  await flushPromises()
  return session
}

beforeEach(() => {
  stores.clear()
  vi.useFakeTimers({ now: 1_000_000_000_000, toFake: ['Date', 'performance'] })
  layOut()
})
/** The page is gone, with everything that watched on it. */
const leave = () => disposePinia(getActivePinia()!)
afterEach(async () => {
  leave()
  const outbox = useOutbox()
  for (const w of outbox.waiting.value) await outbox.forget(w.key)
  vi.useRealTimers()
})
const pass = (s: number) => {
  vi.advanceTimersByTime(s * 1000)
  useIron().tick()
}

describe('how often the board looks at its clock', () => {
  it('does so many times a second while a sole is down, and rests until then', async () => {
    vi.useFakeTimers({ now: 1_000_000_000_000, toFake: ['Date', 'performance', 'setInterval', 'clearInterval'] })
    server()
    const session = await opened()
    await session.begin([operation('a')], ['a'], 3)
    const movedIn = (ms: number) => {
      const from = session.nowS
      vi.advanceTimersByTime(ms)
      return session.nowS - from
    }
    vi.advanceTimersByTime(1000)
    expect(movedIn(900)).toBe(0)
    await session.space()
    expect(session.down).toBe(true)
    expect(movedIn(250)).toBeGreaterThan(0.1)
    expect(movedIn(90)).toBeGreaterThan(0)
  })
})

describe('a session on this board', () => {
  it('is begun, pressed by one key, taken back, and sent to the server in order', async () => {
    const there = server(), session = await opened()
    await session.begin([operation('a'), operation('b')], ['b', 'a'], 3)
    expect([session.current!.id, session.step]).toEqual(['b', expect.objectContaining({ do: 'down', placement: 0 })])
    await session.space()
    expect(session.down).toBe(true)
    pass(12)
    await session.space()
    expect(session.step).toMatchObject({ do: 'down', placement: 1 })
    await session.undo()
    expect(session.step).toMatchObject({ do: 'lift', placement: 0 })
    await vi.waitFor(() => expect(there.kept.map(e => e.kind)).toEqual(['order', 'down', 'lift', 'undo']))
    expect([...there.sessions.values()][0]!.piecesVersion).toBe(3)
    expect(new Set(there.kept.map(e => e.device)).size).toBe(1)
  })
  it('goes on without the server, is there again on a page just opened, and sends all of it once', async () => {
    const there = server(), session = await opened()
    await session.begin([operation('a'), operation('b')], ['a', 'b'], 0)
    await vi.waitFor(() => expect(there.kept).toHaveLength(1))
    there.take()
    await session.space()
    pass(12)
    await session.space()
    expect(there.kept.map(e => e.kind)).toEqual(['order'])
    const { id } = session.plan!
    leave()
    layOut()
    const fresh = await opened()
    expect([fresh.plan!.id, fresh.own.length, fresh.step]).toEqual([id, 3, expect.objectContaining({ do: 'down', placement: 1 })])
    there.bring()
    await fresh.load()
    await useOutbox().flush()
    await vi.waitFor(() => expect(there.kept.map(e => e.kind)).toEqual(['order', 'down', 'lift']))
    // What waited goes together.
    expect(there.posts).toEqual([1, 2])
    await vi.waitFor(() => expect(fresh.own).toEqual([]))
  })
  it('looked for while the server is away it is not said to be none: it is asked for again, and found', async () => {
    const there = server(), first = await opened()
    await first.begin([operation('a')], ['a'], 0)
    await vi.waitFor(() => expect(there.kept).toHaveLength(1))
    const { id } = first.plan!
    leave()
    // Another board, that has nothing of it.
    stores.clear()
    vi.useFakeTimers({ now: 1_000_000_000_000, toFake: ['Date', 'performance', 'setTimeout'] })
    layOut()
    there.take()
    const session = await opened()
    expect([session.plan, session.unread, session.loading]).toEqual([null, true, false])
    vi.advanceTimersByTime(3000)
    await flushPromises()
    expect([session.plan, session.unread]).toEqual([null, true])
    there.bring()
    vi.advanceTimersByTime(3000)
    await flushPromises()
    expect([session.plan?.id, session.unread]).toEqual([id, false])
  })
  it('set aside another is taken; a place that was missed comes again; cold, its edge is tried', async () => {
    server()
    const session = await opened()
    await session.begin([operation('a'), operation('b')], ['a', 'b'], 0)
    session.another()
    expect(session.current!.id).toBe('b')
    for (let i = 0; i < 2; i++) {
      await session.space()
      pass(12)
      await session.space()
      pass(3)
    }
    expect(session.opState('b').phase).toBe('cooling')
    expect(session.current!.id).toBe('a')
    await session.markMissed('b', 1)
    expect(session.opState('b')).toMatchObject({ phase: 'open', again: [1] })
    session.choose('b')
    await session.space()
    // Nobody sets aside, or takes another, while a sole is down.
    await session.setAside()
    session.another()
    expect([session.opState('b').phase, session.opState('a').phase, session.down, session.wanted]).toEqual(['inHand', 'open', true, 'b'])
    pass(12)
    await session.space()
    await session.setAside()
    expect(session.opState('a').phase).toBe('aside')
    pass(80)
    session.tick()
    expect(session.toTry.map(c => c.id)).toEqual(['b'])
    await session.recordEdge('b', 'lifts', [0])
    expect(session.opState('b')).toMatchObject({ phase: 'open', again: [0] })
  })
  it('lifted on another board, nothing is under the iron here any more', async () => {
    const there = server(), session = await opened()
    await session.begin([operation('a')], ['a'], 0)
    await session.space()
    expect(session.under).not.toBeNull()
    await vi.waitFor(() => expect(there.kept).toHaveLength(2))
    const [, down] = there.kept
    const lift = { ...down!, key: idOf(98), device: idOf(99), kind: 'lift' as const, atMs: down!.atMs + 12_000, position: 2 }
    useOutbox().lastSent.value = {
      kind: 'press', answer: { id: session.plan!.id, events: [...there.kept, lift], closedAt: null, piecesVersion: 0 },
    }
    await flushPromises()
    expect([session.down, session.under]).toEqual([false, null])
  })
  it('an earlier session that is looked at does not mix with the one on the board, nor does late news of it', async () => {
    const there = server(), session = await opened()
    await session.begin([operation('a')], ['a'], 0)
    await session.space()
    await vi.waitFor(() => expect(there.kept).toHaveLength(2))
    const first = session.plan!.id, event = [...there.kept]
    there.kept.length = 0
    await session.begin([operation('b')], ['b'], 0)
    await vi.waitFor(() => expect(session.kept.map(e => e.kind)).toEqual(['order']))
    // An answer that was on its way while the board went on to another session.
    useOutbox().lastSent.value = { kind: 'press', answer: { id: first, events: event, closedAt: null, piecesVersion: 0 } }
    await flushPromises()
    expect(session.kept.map(e => e.key)).toEqual(there.kept.map(e => e.key))
    there.kept.splice(0, there.kept.length, ...event)
    await session.take(first)
    expect([session.plan!.id, session.kept.map(e => e.kind), session.down]).toEqual([first, ['order', 'down'], true])
  })
  it('a dial turned here is recorded; one recorded by another board is turned here', async () => {
    const there = server(), session = await opened(), iron = useIron()
    await session.begin([operation('a')], ['a'], 0)
    iron.chooseSettingOf(idOf(31), 1)
    const dials = () => there.kept.filter(e => e.kind === 'dial')
    await vi.waitFor(() => expect(dials()).toMatchObject([{ ironId: idOf(31), setting: { label: 'wool' } }]))
    pass(10)
    const other: SessionEventBody = {
      ...there.kept.at(-1)!, key: idOf(900), device: idOf(901), atMs: Date.now(), ironId: idOf(32),
      setting: { label: 'cotton', meanC: 192, swingC: 9 }, soleC: 60,
    }
    there.kept.push({ ...other, position: there.kept.length, arrivedMs: Date.now() + 20 })
    await session.load()
    await vi.waitFor(() => expect(iron.settingOf(idOf(32))?.label).toBe('cotton'))
    await flushPromises()
    expect(dials()).toHaveLength(2)
    expect(useSelection().iron!.id).toBe(idOf(31))
  })
  it('an iron in the hand at another board does not shut itself off here, nor warm anew when it is taken over', async () => {
    const there = server(), session = await opened(), iron = useIron()
    await session.begin([operation('a')], ['a'], 0)
    iron.chooseSettingOf(idOf(31), 1)
    await vi.waitFor(() => expect(there.kept).toHaveLength(2))
    pass(470)
    const down = {
      ...there.kept[1]!, key: idOf(98), device: idOf(99), kind: 'down' as const, op: 'a', pass: 0, placement: 0, atMs: Date.now(),
      position: 2,
      arrivedMs: Date.now() + 20,
    }
    there.kept.push(down)
    await session.load()
    await flushPromises()
    pass(30)
    iron.tick()
    expect(soleState(iron.restOf(idOf(31))!)).toBe('ready')
    await session.takeOver('a')
    await session.space()
    await vi.waitFor(() => expect(there.kept.at(-1)!.kind).toBe('lift'))
    expect(there.kept.filter(e => e.kind === 'dial')).toHaveLength(1)
  })
  it('a board whose clock is behind: cold is said by its own clock, and a dial recorded elsewhere was turned when it was', async () => {
    const BEHIND_MS = 600_000, there = server(), session = await opened()
    there.ahead(BEHIND_MS)
    await session.begin([operation('a')], ['a'], 0)
    await vi.waitFor(() => expect(there.kept).toHaveLength(1))
    const now = Date.now() + BEHIND_MS
    const event = (n: number, more: Partial<KeptSessionEvent>): KeptSessionEvent => ({
      ...there.kept[0]!, key: idOf(n), device: idOf(99), ids: null, op: 'a', pass: 0, position: there.kept.length, atMs: now,
      arrivedMs: now, ...more,
    })
    for (const placement of [0, 1]) {
      there.kept.push(event(700 + 2 * placement, { kind: 'down', placement, ironId: idOf(31), atMs: now - 27_000 + 15_000 * placement }))
      there.kept.push(event(701 + 2 * placement, { kind: 'lift', placement, atMs: now - 15_000 + 15_000 * placement }))
    }
    there.kept.push(event(720, {
      kind: 'dial', op: null, pass: null, ironId: idOf(32), soleC: 60, setting: { label: 'cotton', meanC: 192, swingC: 9 },
    }))
    await session.load()
    await flushPromises()
    const here = Date.now()
    await vi.waitFor(() => expect(session.kept).toHaveLength(6))
    expect(Math.abs(session.cooling[0]!.coldMs - (here + 60_000))).toBeLessThan(2000)
    expect(Math.abs(useIron().dials[idOf(32)]!.setAt - here)).toBeLessThan(2000)
  })
})
