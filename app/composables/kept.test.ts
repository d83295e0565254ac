// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { nextTick } from 'vue'
import { keptKey, passingStore, rememberWorkroom, storeOf, useKept, workroomId } from './kept'

beforeEach(() => { window.localStorage.clear() })

describe('what a board keeps', () => {
  it('belongs to its workroom: another finds its own', async () => {
    rememberWorkroom('tidewell')
    const mine = useKept('bench', { clothId: 'a' })
    mine.value = { clothId: 'b' }
    await nextTick()
    expect(window.localStorage.getItem(keptKey('tidewell', 'bench'))).toContain('"b"')
    rememberWorkroom('other')
    expect(workroomId()).toBe('other')
    expect(useKept('bench', { clothId: 'a' }).value).toEqual({ clothId: 'a' })
    rememberWorkroom('tidewell')
    expect(useKept('bench', { clothId: 'a' }).value).toEqual({ clothId: 'b' })
  })
  it('new fields take their defaults beside what was kept before them', () => {
    rememberWorkroom('tidewell')
    window.localStorage.setItem(keptKey('tidewell', 'old'), '{"a":1}')
    expect(useKept('old', { a: 0, b: 2 }, { mergeDefaults: true }).value).toEqual({ a: 1, b: 2 })
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
