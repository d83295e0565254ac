// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { FetchError } from 'ofetch'

/** The browser's databases, by name; they outlive a page. */
const stores = new Map<string, Map<string, unknown>>()
let forbidden = false
/** The browser's database is slow to write until this comes. */
let slow: Promise<void> | null = null
const within = (store = 'usual') => {
  if (forbidden) throw new DOMException('denied', 'SecurityError')
  if (!stores.has(store)) stores.set(store, new Map())
  return stores.get(store)!
}
vi.mock('idb-keyval', () => ({
  createStore: (name: string) => name,
  entries: async (store: string) => [...within(store)],
  get: async (key: string, store?: string) => within(store).get(key),
  set: async (key: string, value: unknown, store?: string) => {
    await slow
    within(store).set(key, structuredClone(value))
  },
  del: async (key: string, store?: string) => { within(store).delete(key) },
  clear: async (store?: string) => { within(store).clear() },
}))
const swatch = (key: string) => ({ key, kind: 'swatch' as const, url: '/api/swatches', body: { clientKey: key, note: '' }, about: key })
const wash = (key: string, after: string) =>
  ({ key, kind: 'wash' as const, url: `/api/swatches/${after}/washes`, body: { clientKey: key }, about: key, after })
const refusal = (status: number) => Object.assign(new FetchError('no'), {
  response: status ? { status } : undefined,
  data: { type: 'about:blank', title: 'No', status, detail: `It is a ${status}.`, errors: [] },
})
type Sent = { clientKey: string, note?: string }
/** A page just opened, and what reaches the server from it. */
async function fresh(answer: (body: Sent) => unknown, workroom?: string) {
  vi.resetModules()
  const sent: string[] = []
  vi.stubGlobal('$fetch', vi.fn(async (_: string, { body }: { body: Sent }) => {
    const said = answer(body)
    sent.push(body.clientKey)
    return said
  }))
  const { rememberWorkroom } = await import('../browser/stored')
  if (workroom) rememberWorkroom(workroom)
  const { useOutbox } = await import('./outbox')
  return { outbox: useOutbox(), sent }
}
const away = () => { throw refusal(0) }
beforeEach(() => {
  stores.clear()
  forbidden = false
  slow = null
  window.localStorage.clear()
})
afterEach(() => { vi.useRealTimers() })

describe('what is on its way to the server', () => {
  it('arrives once, oldest first, with its answer, and nothing is left waiting', async () => {
    const { outbox, sent } = await fresh(body => ({ id: `kept ${body.clientKey}` }))
    expect(await outbox.send(swatch('a'))).toEqual({ answer: { id: 'kept a' }, refused: null })
    await outbox.send(swatch('b'))
    expect(sent).toEqual(['a', 'b'])
    expect([outbox.waiting.value, outbox.sentCount.value]).toEqual([[], 2])
    expect(outbox.lastSent.value).toEqual({ kind: 'swatch', answer: { id: 'kept b' } })
  })
  it('waits while nobody is signed in; what one left is neither shown nor sent for another, and is sent when she is back', async () => {
    const { rememberPerson } = await import('../browser/stored')
    rememberPerson('tidewell', 'bram')
    const out = () => { throw refusal(401) }
    const bram = await fresh(out)
    expect(await bram.outbox.send(swatch('a'))).toEqual({ answer: null, refused: null })
    expect(bram.outbox.waiting.value.map(w => w.key)).toEqual(['a'])
    rememberPerson('tidewell', 'wick')
    const wick = await fresh(() => ({}))
    await wick.outbox.start()
    expect([wick.outbox.waiting.value, wick.sent]).toEqual([[], []])
    rememberPerson('tidewell', 'bram')
    const back = await fresh(() => ({}))
    await back.outbox.start()
    expect(back.sent).toEqual(['a'])
    // Signing out lets go of what waits, and of nobody else's.
    await (await fresh(out)).outbox.send(swatch('b'))
    rememberPerson('tidewell', 'wick')
    const other = await fresh(out)
    await other.outbox.send(swatch('c'))
    await other.outbox.wipe()
    expect([...stores].filter(([, held]) => held.size > 0).map(([name]) => name)).toEqual(['ready-cuff/tidewell.bram/outbox'])
  })
  it('what waited here before there were people goes with whoever is first', async () => {
    const before = await fresh(away, 'tidewell')
    await before.outbox.send(swatch('a'))
    const { rememberPerson } = await import('../browser/stored')
    rememberPerson('tidewell', 'orla')
    const after = await fresh(() => ({}))
    await after.outbox.start()
    expect(after.sent).toEqual(['a'])
    expect(stores.get('ready-cuff/tidewell/outbox')!.size).toBe(0)
  })
  it('waits while the server is away, outlives a reload, and is sent when it is back', async () => {
    const before = await fresh(away, 'tidewell')
    expect(await before.outbox.send(swatch('a'))).toEqual({ answer: null, refused: null })
    expect(before.outbox.waiting.value).toHaveLength(1)
    const after = await fresh(() => ({}))
    await after.outbox.start()
    expect(after.sent).toEqual(['a'])
    expect(after.outbox.waiting.value).toEqual([])
  })
  it.each([502, 503, 504])('a %d is a server that is away: it waits', async (status) => {
    const { outbox } = await fresh(() => { throw refusal(status) })
    await outbox.send(swatch('a'))
    expect(outbox.waiting.value).toMatchObject([{ key: 'a', refused: null, faults: 0 }])
  })
  it('what belongs to a swatch that waits goes after it; while that is refused it waits too', async () => {
    const bad = new Set(['a'])
    const { outbox, sent } = await fresh(({ clientKey }) => {
      if (bad.has(clientKey)) throw refusal(422)
      return {}
    })
    await outbox.send(swatch('a'))
    await outbox.send(wash('w', 'a'))
    await outbox.send(swatch('b'))
    expect(sent).toEqual(['b'])
    bad.clear()
    await outbox.mend('a')
    expect(sent).toEqual(['b', 'a', 'w'])
  })
  it('one that is refused says why, holds up no other, and is mended and sent, or put away', async () => {
    const { outbox, sent } = await fresh(({ note }) => {
      if (note?.includes('bad')) throw refusal(422)
      return {}
    })
    const refused = await outbox.send({ ...swatch('a'), body: { clientKey: 'a', note: 'bad' } })
    expect(refused).toEqual({ answer: null, refused: 'It is a 422.' })
    await outbox.send({ ...swatch('b'), body: { clientKey: 'b', note: 'bad too' } })
    await outbox.send(swatch('c'))
    expect(sent).toEqual(['c'])
    await outbox.mend('a', { clientKey: 'a', note: 'good' })
    await outbox.forget('b')
    expect(sent).toEqual(['c', 'a'])
    expect(outbox.waiting.value).toEqual([])
  })
  it('a fault of the server\'s own is tried three times, then steps aside for what comes after it', async () => {
    const { outbox, sent } = await fresh(({ clientKey }) => {
      if (clientKey === 'a') throw refusal(500)
      return {}
    })
    await outbox.send(swatch('a'))
    await outbox.send(swatch('b'))
    expect([sent, outbox.waiting.value.find(w => w.key === 'a')!.refused]).toEqual([[], null])
    await outbox.flush()
    await outbox.flush()
    expect(sent).toEqual(['b'])
    expect(outbox.waiting.value).toMatchObject([{ key: 'a', refused: 'It is a 500.' }])
  })
  it('of one workroom is never sent to another', async () => {
    const one = await fresh(away, 'tidewell')
    await one.outbox.send(swatch('a'))
    const other = await fresh(() => ({}), 'harbour')
    await other.outbox.start()
    expect([other.sent, other.outbox.waiting.value]).toEqual([[], []])
    const back = await fresh(() => ({}), 'tidewell')
    await back.outbox.start()
    expect(back.sent).toEqual(['a'])
  })
  it('what waited in the way of an earlier version is taken over', async () => {
    stores.set('usual', new Map([['ready-cuff/tidewell/outbox', [{ body: { clientKey: 'old', grade: 4 }, refused: null }]]]))
    const { outbox, sent } = await fresh(() => ({}), 'tidewell')
    await outbox.start()
    expect(sent).toEqual(['old'])
    expect(stores.get('usual')!.size).toBe(0)
  })
  it('a browser that keeps nothing is said; what waits stays on the page and is sent all the same', async () => {
    forbidden = true
    let gone = true
    const { outbox, sent } = await fresh(() => (gone ? away() : {}))
    await outbox.start()
    await outbox.send(swatch('a'))
    expect([outbox.safe.value, outbox.waiting.value.length]).toEqual([false, 1])
    gone = false
    await outbox.flush()
    expect([sent, outbox.waiting.value.length]).toEqual([['a'], 0])
  })
  it('a browser that was only slow is believed again, and what waits is listed once', async () => {
    const { outbox } = await fresh(away, 'tidewell')
    await outbox.start()
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    let write = () => {}
    slow = new Promise((done) => { write = done })
    const sending = outbox.send(swatch('a'))
    await vi.advanceTimersByTimeAsync(3000)
    await sending
    expect([outbox.safe.value, outbox.waiting.value.map(w => w.key)]).toEqual([false, ['a']])
    write()
    await vi.advanceTimersByTimeAsync(0)
    expect(outbox.safe.value).toBe(true)
    await outbox.flush()
    expect(outbox.waiting.value.map(w => w.key)).toEqual(['a'])
  })
  it('what was thrown away before a slow browser had written it does not come back', async () => {
    const { outbox } = await fresh(away, 'tidewell')
    await outbox.start()
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    let write = () => {}
    slow = new Promise((done) => { write = done })
    const sending = outbox.send(swatch('a'))
    await vi.advanceTimersByTimeAsync(3000)
    await sending
    await outbox.forget('a')
    write()
    await vi.advanceTimersByTimeAsync(0)
    await outbox.flush()
    expect([outbox.waiting.value, [...stores.values()].flatMap(s => [...s.keys()])]).toEqual([[], []])
  })
})

describe('two tabs', () => {
  it('each keeps its own entry; neither writes over the other\'s', async () => {
    const one = await fresh(away, 'tidewell')
    const two = await fresh(away, 'tidewell')
    await one.outbox.send(swatch('a'))
    await two.outbox.send(swatch('b'))
    await one.outbox.send(swatch('c'))
    const next = await fresh(() => ({}), 'tidewell')
    await next.outbox.start()
    expect(next.sent.toSorted()).toEqual(['a', 'b', 'c'])
  })
})
