// @vitest-environment happy-dom
import { disposePinia, getActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { soleState } from '#core/iron'
import { draftRecipe } from '#core/recipe'
import { toBench, toRecipePayload } from '#shared/mappers'
import { runOperationSchema, type KeptRunEvent, type Run, type RunEventBody, type RunOperation } from '#shared/schemas'
import { cloth, idOf, iron as anIron, job, layOut, standIn, supply } from '../testing/board'
import { useBench } from './bench'
import { useIron } from './iron'
import { useJobs } from './jobs'
import { useRun } from './run'

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
const rules = { blend: 'strict', bearing: 'weight', warm: 'no', sides: 'one', patience: '20' } as const
const bench = toBench(cloth(), supply(), anIron(), null, 'padded', rules)
const recipe = { ...draftRecipe(bench, 'dry', anIron().stops[1]!, 'back', 1, 'weight'), warmS: 0, holdS: 12, coolS: 60 }
const operation = (id: string): RunOperation => runOperationSchema.parse({
  id, kind: 'fuse', name: id, pieceId: null, clothId: idOf(11), supplyId: idOf(21), ironId: idOf(31), coverId: null, bed: 'padded',
  recipe: toRecipePayload(recipe), standing: 'estimated', outline: null,
  prints: [{ x: 0, y: 0, headingDeg: 0 }, { x: 90, y: 0, headingDeg: 0 }],
})

const aJob = job()
/** A server that keeps what it is told, until it is taken away. */
function server() {
  const kept: KeptRunEvent[] = [], runs = new Map<string, Run>(), posts: number[] = []
  let away = false, aheadMs = 0
  const news = (id: string) => ({ id, events: [...kept], closedAt: null, piecesVersion: runs.get(id)?.piecesVersion ?? 0 })
  const { fetch } = standIn({})
  fetch.mockImplementation(async (path: string, { body }: { body?: unknown } = {}) => {
    if (away) throw new Error('away')
    const id = /^\/api\/runs\/([^/]+)/.exec(path)?.[1]
    if (path === '/api/runs') {
      const run = body as Run
      runs.set(run.id, { ...run, closedAt: null, events: [] })
      return run
    }
    if (path.endsWith('/events')) {
      if (body) posts.push((body as { events: RunEventBody[] }).events.length)
      for (const e of (body as { events: RunEventBody[] } | undefined)?.events ?? [])
        if (!kept.some(k => k.key === e.key)) kept.push({ ...e, position: kept.length, arrivedMs: e.atMs + 20 + aheadMs })
      return news(id!)
    }
    if (id) return { ...runs.get(id)!, events: [...kept] }
    if (path.endsWith('/runs'))
      return [...runs.values()].map(r => ({ id: r.id, startedAt: r.startedAt, closedAt: null, operations: 2, events: 0 }))
    return path.startsWith('/api/jobs/') ? aJob : []
  })
  return {
    kept, runs, posts, take: () => { away = true }, bring: () => { away = false },
    /** Its clock says so much more than the board's. */
    ahead: (ms: number) => { aheadMs = ms },
  }
}
async function opened() {
  const jobs = useJobs(), run = useRun()
  await jobs.open(aJob)
  await flushPromises()
  return run
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

describe('a run on this board', () => {
  it('is begun, pressed by one key, taken back, and told to the server in order', async () => {
    const there = server(), run = await opened()
    await run.begin([operation('a'), operation('b')], ['b', 'a'], 3)
    expect([run.current!.id, run.step]).toEqual(['b', expect.objectContaining({ do: 'down', print: 0 })])
    await run.space()
    expect(run.down).toBe(true)
    pass(12)
    await run.space()
    expect(run.step).toMatchObject({ do: 'down', print: 1 })
    await run.back()
    expect(run.step).toMatchObject({ do: 'lift', print: 0 })
    await vi.waitFor(() => expect(there.kept.map(e => e.kind)).toEqual(['order', 'down', 'lift', 'back']))
    expect([...there.runs.values()][0]!.piecesVersion).toBe(3)
    expect(new Set(there.kept.map(e => e.device)).size).toBe(1)
  })
  it('goes on without the server, is there again on a page just opened, and tells all of it once', async () => {
    const there = server(), run = await opened()
    await run.begin([operation('a'), operation('b')], ['a', 'b'], 0)
    await vi.waitFor(() => expect(there.kept).toHaveLength(1))
    there.take()
    await run.space()
    pass(12)
    await run.space()
    expect(there.kept.map(e => e.kind)).toEqual(['order'])
    const { id } = run.plan!
    leave()
    layOut()
    const fresh = await opened()
    expect([fresh.plan!.id, fresh.own.length, fresh.step]).toEqual([id, 3, expect.objectContaining({ do: 'down', print: 1 })])
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
    const run = await opened()
    expect([run.plan, run.unread, run.loading]).toEqual([null, true, false])
    vi.advanceTimersByTime(3000)
    await flushPromises()
    expect([run.plan, run.unread]).toEqual([null, true])
    there.bring()
    vi.advanceTimersByTime(3000)
    await flushPromises()
    expect([run.plan?.id, run.unread]).toEqual([id, false])
  })
  it('set aside another is taken; a place that was missed comes again; cold, its edge is tried', async () => {
    server()
    const run = await opened()
    await run.begin([operation('a'), operation('b')], ['a', 'b'], 0)
    run.another()
    expect(run.current!.id).toBe('b')
    for (let i = 0; i < 2; i++) {
      await run.space()
      pass(12)
      await run.space()
      pass(3)
    }
    expect(run.opState('b').phase).toBe('cooling')
    expect(run.current!.id).toBe('a')
    await run.missed('b', 1)
    expect(run.opState('b')).toMatchObject({ phase: 'open', again: [1] })
    run.choose('b')
    await run.space()
    pass(12)
    await run.space()
    await run.aside()
    expect(run.opState('a').phase).toBe('aside')
    pass(80)
    run.tick()
    expect(run.toTry.map(c => c.id)).toEqual(['b'])
    await run.edge('b', 'lifts', [0])
    expect(run.opState('b')).toMatchObject({ phase: 'open', again: [0] })
  })
  it('lifted on another board, nothing is under the iron here any more', async () => {
    const there = server(), run = await opened()
    await run.begin([operation('a')], ['a'], 0)
    await run.space()
    expect(run.under).not.toBeNull()
    await vi.waitFor(() => expect(there.kept).toHaveLength(2))
    const [, down] = there.kept
    const lift = { ...down!, key: idOf(98), device: idOf(99), kind: 'lift' as const, atMs: down!.atMs + 12_000, position: 2 }
    useOutbox().lastSent.value = {
      kind: 'press', answer: { id: run.plan!.id, events: [...there.kept, lift], closedAt: null, piecesVersion: 0 },
    }
    await flushPromises()
    expect([run.down, run.under]).toEqual([false, null])
  })
  it('an earlier run that is looked at does not mix with the one on the board, nor does late news of it', async () => {
    const there = server(), run = await opened()
    await run.begin([operation('a')], ['a'], 0)
    await run.space()
    await vi.waitFor(() => expect(there.kept).toHaveLength(2))
    const first = run.plan!.id, told = [...there.kept]
    there.kept.length = 0
    await run.begin([operation('b')], ['b'], 0)
    await vi.waitFor(() => expect(there.kept).toHaveLength(1))
    expect(run.kept.map(e => e.kind)).toEqual(['order'])
    // An answer that was on its way while the board went on to another run.
    useOutbox().lastSent.value = { kind: 'press', answer: { id: first, events: told, closedAt: null, piecesVersion: 0 } }
    await flushPromises()
    expect(run.kept.map(e => e.key)).toEqual(there.kept.map(e => e.key))
    there.kept.splice(0, there.kept.length, ...told)
    await run.take(first)
    expect([run.plan!.id, run.kept.map(e => e.kind), run.down]).toEqual([first, ['order', 'down'], true])
  })
  it('a dial turned here is told; one told by another board is turned here', async () => {
    const there = server(), run = await opened(), iron = useIron()
    await run.begin([operation('a')], ['a'], 0)
    iron.setStopOf(idOf(31), 1)
    const dials = () => there.kept.filter(e => e.kind === 'dial')
    await vi.waitFor(() => expect(dials()).toMatchObject([{ ironId: idOf(31), stop: { label: 'wool' } }]))
    pass(10)
    const other: RunEventBody = {
      ...there.kept.at(-1)!, key: idOf(900), device: idOf(901), atMs: Date.now(), ironId: idOf(32),
      stop: { label: 'cotton', meanC: 192, swingC: 9 }, soleC: 60,
    }
    there.kept.push({ ...other, position: there.kept.length, arrivedMs: Date.now() + 20 })
    await run.load()
    await vi.waitFor(() => expect(iron.stopOf(idOf(32))?.label).toBe('cotton'))
    await flushPromises()
    expect(dials()).toHaveLength(2)
    expect(useBench().iron!.id).toBe(idOf(31))
  })
  it('an iron in the hand at another board does not shut itself off here, nor warm anew when it is taken over', async () => {
    const there = server(), run = await opened(), iron = useIron()
    await run.begin([operation('a')], ['a'], 0)
    iron.setStopOf(idOf(31), 1)
    await vi.waitFor(() => expect(there.kept).toHaveLength(2))
    pass(470)
    const down = {
      ...there.kept[1]!, key: idOf(98), device: idOf(99), kind: 'down' as const, op: 'a', pass: 0, print: 0, atMs: Date.now(), position: 2,
      arrivedMs: Date.now() + 20,
    }
    there.kept.push(down)
    await run.load()
    await flushPromises()
    pass(30)
    iron.tick()
    expect(soleState(iron.restOf(idOf(31))!)).toBe('ready')
    await run.over('a')
    await run.space()
    await vi.waitFor(() => expect(there.kept.at(-1)!.kind).toBe('lift'))
    expect(there.kept.filter(e => e.kind === 'dial')).toHaveLength(1)
  })
  it('a board whose clock is behind: cold is said by its own clock, and a dial told elsewhere was turned when it was', async () => {
    const BEHIND_MS = 600_000, there = server(), run = await opened()
    there.ahead(BEHIND_MS)
    await run.begin([operation('a')], ['a'], 0)
    await vi.waitFor(() => expect(there.kept).toHaveLength(1))
    const now = Date.now() + BEHIND_MS
    const told = (n: number, more: Partial<KeptRunEvent>): KeptRunEvent => ({
      ...there.kept[0]!, key: idOf(n), device: idOf(99), ids: null, op: 'a', pass: 0, position: there.kept.length, atMs: now,
      arrivedMs: now, ...more,
    })
    for (const print of [0, 1]) {
      there.kept.push(told(700 + 2 * print, { kind: 'down', print, ironId: idOf(31), atMs: now - 27_000 + 15_000 * print }))
      there.kept.push(told(701 + 2 * print, { kind: 'lift', print, atMs: now - 15_000 + 15_000 * print }))
    }
    there.kept.push(told(720, {
      kind: 'dial', op: null, pass: null, ironId: idOf(32), soleC: 60, stop: { label: 'cotton', meanC: 192, swingC: 9 },
    }))
    await run.load()
    await flushPromises()
    const here = Date.now()
    await vi.waitFor(() => expect(run.kept).toHaveLength(6))
    expect(Math.abs(run.cooling[0]!.coldMs - (here + 60_000))).toBeLessThan(2000)
    expect(Math.abs(useIron().dials[idOf(32)]!.setAt - here)).toBeLessThan(2000)
  })
})
