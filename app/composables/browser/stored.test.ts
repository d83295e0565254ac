// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { nextTick } from 'vue'
import {
  adoptStored, forgetStored, lastPerson, ownKey, ownScope, passingStore, rememberPerson, rememberWorkroom, renameStored, storedKey, storeOf,
  useStored, workroomId,
} from './stored'

beforeEach(() => { window.localStorage.clear() })

describe('what a board keeps', () => {
  it('belongs to its workroom: another finds its own', async () => {
    rememberWorkroom('tidewell')
    const mine = useStored('selection', { fabricId: 'a' })
    mine.value = { fabricId: 'b' }
    await nextTick()
    expect(window.localStorage.getItem(storedKey('tidewell', 'selection'))).toContain('"b"')
    rememberWorkroom('other')
    expect(workroomId()).toBe('other')
    expect(useStored('selection', { fabricId: 'a' }).value).toEqual({ fabricId: 'a' })
    rememberWorkroom('tidewell')
    expect(useStored('selection', { fabricId: 'a' }).value).toEqual({ fabricId: 'b' })
  })
  it('new fields take their defaults beside what was kept before them', () => {
    rememberWorkroom('tidewell')
    window.localStorage.setItem(storedKey('tidewell', 'old'), '{"a":1}')
    expect(useStored('old', { a: 0, b: 2 }, { mergeDefaults: true }).value).toEqual({ a: 1, b: 2 })
  })
})

describe('who is at the board', () => {
  it('finds her own; what belongs to the board is there for whoever stands at it', async () => {
    rememberPerson('tidewell', 'orla')
    useStored('selection', { a: 0 }).value = { a: 1 }
    useStored('dials', { a: 0 }).value = { a: 2 }
    await nextTick()
    expect([ownScope(), ownKey('selection'), ownKey('dials')])
      .toEqual(['tidewell.orla', 'ready-cuff/tidewell.orla/selection', 'ready-cuff/tidewell/dials'])
    rememberPerson('tidewell', 'wick')
    expect([useStored('selection', { a: 0 }).value, useStored('dials', { a: 0 }).value]).toEqual([{ a: 0 }, { a: 2 }])
    rememberPerson('tidewell', 'orla')
    expect(useStored('selection', { a: 0 }).value).toEqual({ a: 1 })
  })
  it('takes over what was kept before there were people, once, and nothing of another workroom', () => {
    for (const key of ['tidewell/selection', 'tidewell/dials', 'quay/selection']) window.localStorage.setItem(`ready-cuff/${key}`, key)
    rememberPerson('tidewell', 'orla')
    const read = (key: string) => window.localStorage.getItem(`ready-cuff/${key}`)
    expect([read('tidewell/selection'), read('tidewell.orla/selection'), read('tidewell/dials'), read('quay/selection')])
      .toEqual([null, 'tidewell/selection', 'tidewell/dials', 'quay/selection'])
    // What she wrote since is not written over.
    window.localStorage.setItem('ready-cuff/tidewell/selection', 'old')
    adoptStored(window.localStorage, 'tidewell', 'orla')
    expect([read('tidewell/selection'), read('tidewell.orla/selection')]).toEqual([null, 'tidewell/selection'])
  })
  it('signing out leaves nothing of hers, and everything of the others and the board', () => {
    rememberPerson('tidewell', 'wick')
    for (const key of ['tidewell.orla/draft', 'tidewell.wick/draft', 'tidewell.wick/press', 'tidewell/dials'])
      window.localStorage.setItem(`ready-cuff/${key}`, 'x')
    forgetStored()
    expect(lastPerson()).toBeNull()
    const all = Array.from({ length: window.localStorage.length }, (_, i) => window.localStorage.key(i)!)
    expect(all.filter(k => k.startsWith('ready-cuff/')).sort()).toEqual(['ready-cuff/tidewell.orla/draft', 'ready-cuff/tidewell/dials'])
  })
})

describe('a browser that forbids storage', () => {
  it('is found out by writing, not by asking', () => {
    const forbidding = { get localStorage(): Storage { throw new DOMException('denied', 'SecurityError') } }
    expect(storeOf(forbidding)).toBeNull()
    const full = {
      localStorage: {
        setItem() {
          throw new DOMException('full', 'QuotaExceededError')
        },
        removeItem() {},
      } as unknown as Storage,
    }
    expect(storeOf(full)).toBeNull()
    expect(storeOf(window)).toBe(window.localStorage)
  })
  it('holds things until the page is left', () => {
    const store = passingStore()
    expect(store.getItem('a')).toBeNull()
    store.setItem('a', '1')
    expect(store.getItem('a')).toBe('1')
    store.removeItem('a')
    expect(store.getItem('a')).toBeNull()
  })
})

describe('what a browser kept under the names of before', () => {
  const browser = (held: Record<string, string>) => {
    const map = new Map(Object.entries(held))
    return {
      map, get length() { return map.size }, key: (i: number) => [...map.keys()][i] ?? null, getItem: (k: string) => map.get(k) ?? null,
      setItem: (k: string, v: string) => { map.set(k, v) }, removeItem: (k: string) => { map.delete(k) },
    }
  }
  it('is found under today\'s, once; which tab lay open is let go, and what is not ours is left alone', () => {
    const store = browser({
      'ready-cuff/tidewell/bench': JSON.stringify({ clothId: 'a', coverId: 'bare', bed: 'padded' }),
      'ready-cuff/tidewell/draft-cloth-new': JSON.stringify({ state: { name: 'crest', resinGsm: 12 }, version: 0 }),
      'ready-cuff/tidewell/making-patch': JSON.stringify({ work: { kind: 'patch', holes: [] } }),
      'ready-cuff/tidewell/making-patch-chosen': 'some-id', 'ready-cuff/tidewell/cut-tab': 'lay', 'else/where': '{"cloth":1}',
      'ready-cuff/tidewell/press': JSON.stringify([{ key: 'p', clothName: 'Melton', bench: { bed: 'padded' }, session: { at: 3 } }]),
    })
    renameStored(store)
    const read = (name: string) => JSON.parse(store.getItem(`ready-cuff/tidewell/${name}`)!)
    expect(read('selection')).toEqual({ fabricId: 'a', pressClothId: 'bare', surface: 'padded' })
    expect(read('draft-fabric-new')).toEqual({ state: { name: 'crest', adhesiveGsm: 12 }, version: 0 })
    expect(read('making-hole')).toEqual({ spec: { kind: 'hole', holes: [] } })
    expect(store.getItem('ready-cuff/tidewell/making-hole-chosen')).toBe('some-id')
    expect([store.getItem('ready-cuff/tidewell/cut-tab'), store.getItem('else/where')]).toEqual([null, '{"cloth":1}'])
    expect(read('press')).toEqual([{ key: 'p', fabricName: 'Melton', setup: { surface: 'padded' }, pressing: { at: 3 } }])
    store.setItem('ready-cuff/tidewell/bench', '{"clothId":"b"}')
    renameStored(store)
    expect(read('bench')).toEqual({ clothId: 'b' })
  })
})
