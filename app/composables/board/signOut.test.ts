// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import type { PressSession, SessionEventBody } from '#shared/schemas'

/** The browser's databases and copies, by name. */
const stores = new Map<string, Map<string, unknown>>()
const within = (store: string) => stores.get(store) ?? stores.set(store, new Map()).get(store)!
vi.mock('idb-keyval', () => ({
  createStore: (name: string) => name,
  entries: async (store: string) => [...within(store)],
  get: async (key: string, store: string) => within(store).get(key),
  set: async (key: string, value: unknown, store: string) => { within(store).set(key, structuredClone(value)) },
  setMany: async (all: [string, unknown][], store: string) => { for (const [k, v] of all) within(store).set(k, structuredClone(v)) },
  del: async (key: string, store: string) => { within(store).delete(key) },
  clear: async (store: string) => { within(store).clear() },
}))
const plan = { id: 'session', jobId: 'job', startedAt: '2026-11-20T08:00:00.000Z', closedAt: null } as Omit<PressSession, 'events'>
const event = (key: string) => ({ key, device: 'here', atMs: 5, kind: 'down', op: 'a' }) as unknown as SessionEventBody
const wash = {
  key: 'wash', kind: 'wash' as const, url: '/api/swatches/a/washes', body: {}, about: 'a wash', after: null, keptAtMs: 1, refused: null,
  faults: 0,
}
/** A page just opened, with the maker at its board. */
async function page() {
  vi.resetModules()
  const stored = await import('../browser/stored')
  stored.rememberPerson('tidewell', 'bram')
  const who = await import('./who'), log = await import('../press/sessionLog'), { useOutboxKept } = await import('../press/outboxKept')
  return { ...stored, ...who, ...log, ...useOutboxKept() }
}
const kept = () => [...stores].flatMap(([name, held]) => [...held.keys()].map(key => `${name} ${key}`))
  .concat(Array.from({ length: window.localStorage.length }, (_, i) => window.localStorage.key(i)!)).filter(key => key.includes('bram'))
beforeEach(() => {
  stores.clear()
  window.localStorage.clear()
  vi.stubGlobal('$fetch', async () => ({}))
})

describe('who signs out', () => {
  it('leaves nothing behind, not even what comes in for her while she goes', async () => {
    const board = await page()
    const written = board.useStored('selection', { fabric: 1 }), dials = board.useStored('dials', { wool: 150 })
    await board.keepPlan(plan)
    await board.keepEvent('session', event('a'))
    await board.keep(wash)
    board.keepText('me', '{}')
    expect(kept()).not.toEqual([])
    await board.signOutHere()
    expect(kept()).toEqual([])
    await Promise.all([board.keepPlan(plan), board.keepEvent('session', event('b')), board.keepEvents('session', [event('c')]),
      board.keep({ ...wash, key: 'late' })])
    board.keepText('me', '{}')
    written.value = { fabric: 2 }
    dials.value = { wool: 160 }
    await nextTick()
    expect(kept()).toEqual([])
    // The board's own things are kept on.
    expect(window.localStorage.getItem('ready-cuff/tidewell/dials')).toBe('{"wool":160}')
  })
  it('is signed in still where the server does not answer: nothing is thrown away, and what comes in is kept', async () => {
    const board = await page()
    await board.keepEvent('session', event('a'))
    vi.stubGlobal('$fetch', async () => { throw new Error('away') })
    await expect(board.signOutHere()).rejects.toThrow('away')
    await board.keepEvent('session', event('b'))
    expect((await board.keptEvents('session')).map(e => e.key)).toEqual(['a', 'b'])
  })
  it('has the worker keep copies for nobody before what was copied for her is taken away', async () => {
    const did: string[] = []
    vi.stubGlobal('caches', {
      open: async (name: string) => ({
        put: async (_: string, answer: Response) => { did.push(`${name} for "${await answer.text()}"`) },
        keys: async () => [new Request('http://board.test/api/fabrics?who=tidewell.bram'), new Request('http://board.test/api/fabrics?who=tidewell.wick')],
        delete: async (request: Request) => { did.push(`without ${request.url}`) },
      }),
      keys: async () => ['ready-cuff-who', 'ready-cuff-copies'],
    })
    const board = await page()
    await board.signOutHere()
    expect(did).toEqual(['ready-cuff-who for ""', 'without http://board.test/api/fabrics?who=tidewell.bram'])
    vi.unstubAllGlobals()
  })
})
