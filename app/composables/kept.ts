import { useStorage, type RemovableRef, type Serializer, type StorageLike } from '@vueuse/core'

/** The workroom whose board was last laid out in this browser; what is kept here is kept for it alone. */
const LAST_WORKROOM = 'ready-cuff-workroom'

/** What stands in for a store that the browser forbids: lost with the page. */
export function passingStore(): StorageLike {
  const held = new Map<string, string>()
  return {
    getItem: key => held.get(key) ?? null, setItem: (key, value) => { held.set(key, value) }, removeItem: (key) => { held.delete(key) },
  }
}

/** The browser's own store, or null where it may not be written to. */
export function storeOf(window: Pick<Window, 'localStorage'>): StorageLike | null {
  try {
    const probe = `${LAST_WORKROOM}-probe`
    window.localStorage.setItem(probe, '1')
    window.localStorage.removeItem(probe)
    return window.localStorage
  } catch {
    return null
  }
}

const own = storeOf(window)
const store = own ?? passingStore()
/** False where this browser keeps nothing: a reload loses what lies on the board, and the board says so. */
export const browserKeeps = own !== null

/** Where a thing is kept for a workroom. */
export const keptKey = (workshopId: string, name: string): string => `ready-cuff/${workshopId}/${name}`
export const lastWorkroom = (): string | null => store.getItem(LAST_WORKROOM)
export const rememberWorkroom = (id: string): void => store.setItem(LAST_WORKROOM, id)
/** Set before the board is shown. */
export const workroomId = (): string => lastWorkroom() ?? 'none'

/** A value of this board, kept in the browser for its workroom: a reload finds it again. */
export function useKept<T extends string | number | boolean | object | null>(
  name: string, initial: T, more: { serializer?: Serializer<T>, mergeDefaults?: boolean } = {},
): RemovableRef<T> {
  return useStorage<T>(keptKey(workroomId(), name), initial, store, more)
}
