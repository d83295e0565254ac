import { renamed } from '#shared/renamed'
import { useStorage, type RemovableRef, type Serializer, type StorageLike } from '@vueuse/core'

/** The workroom whose board was last laid out in this browser, and who was at it; what is kept here is kept for them alone. */
const LAST_WORKROOM = 'ready-cuff-workroom', LAST_PERSON = 'ready-cuff-person'

/** Where a thing is kept for a workroom, or for one person of it. */
export const storedKey = (whose: string, name: string): string => `ready-cuff/${whose}/${name}`
/** What belongs to the board, whoever stands at it: how hot its irons are, its foot switch, its voice, its own name in a session. */
const OF_THE_BOARD: ReadonlySet<string> = new Set(['dials', 'device', 'foot', 'foot-key', 'voice', 'begin', 'projector'])

/** What replaces a store that the browser forbids: lost with the page. */
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

/** Set once what a browser holds has the names of today. */
const NAMES = 'ready-cuff-names', NAMES_OF = '2026-11-29 codes'
const FORMER_NAMES: Readonly<Record<string, string>> = {
  'bench': 'selection', 'crest-view': 'embroidery-view', 'lay-supply': 'layout-supply', 'rescue-trial': 'rescue-swatch',
  'cloth-writing': 'fabric-writing',
}
const todaysName = (name: string): string =>
  FORMER_NAMES[name] ?? name.replace(/^draft-cloth-/, 'draft-fabric-').replace(/^making-[a-z]+/i, making =>
    `making-${renamed(making.slice('making-'.length), 'kind') as string}`)

/** A press that was laid up or lay cooling: what it was pressed on, and how far it had come, had other names. */
const FORMER_PRESS: Readonly<Record<string, string>> = { bench: 'setup', selection: 'setup', session: 'pressing' }
const todaysPress = (pieces: unknown): unknown => Array.isArray(pieces)
  ? pieces.map(p => Object.fromEntries(Object.entries(p as object).map(([key, value]) => [FORMER_PRESS[key] ?? key, value])))
  : pieces

/** What a browser kept before has the names of then: its drafts and choices are read once, and kept by those of today. */
export function renameStored(store: Pick<Storage, 'length' | 'key' | 'getItem' | 'setItem' | 'removeItem'>): void {
  if (store.getItem(NAMES) === NAMES_OF) return
  const keys = Array.from({ length: store.length }, (_, i) => store.key(i)!).filter(key => key.startsWith('ready-cuff/'))
  for (const key of keys) {
    const [, room, ...rest] = key.split('/'), name = rest.join('/'), text = store.getItem(key)!
    store.removeItem(key)
    // Which tab lay open is not worth a name.
    if (name.endsWith('-tab')) continue
    let now = text
    try {
      const today = renamed(JSON.parse(text))
      now = JSON.stringify(name === 'press' ? todaysPress(today) : today)
    } catch { /* Plain text stays as it is. */ }
    store.setItem(storedKey(room!, todaysName(name)), now)
  }
  store.setItem(NAMES, NAMES_OF)
}

const own = storeOf(window)
if (own) renameStored(window.localStorage)
const store = own ?? passingStore()
/** False where this browser keeps nothing: a reload loses what lies on the board, and the board says so. */
export const browserKeeps = own !== null

export const lastWorkroom = (): string | null => store.getItem(LAST_WORKROOM)
export const rememberWorkroom = (id: string): void => store.setItem(LAST_WORKROOM, id)
/** Set before the board is shown. */
export const workroomId = (): string => lastWorkroom() ?? 'none'
export const lastPerson = (): string | null => store.getItem(LAST_PERSON)
/** Whose things are kept in this browser: one person's, in one workroom. */
const scopeOf = (workroomId: string, personId: string | null): string => (personId ? `${workroomId}.${personId}` : workroomId)
export const ownScope = (): string => scopeOf(workroomId(), lastPerson())
/** Where a thing of whoever is at the board is kept. */
export const ownKey = (name: string): string => storedKey(OF_THE_BOARD.has(name) ? workroomId() : ownScope(), name)

/** Set while somebody signs out: what still comes in for her on this page is kept no more, or it would outlast her leaving. */
let isLeaving = false
export const keepsForPerson = (): boolean => !isLeaving
export function stopKeeping(): void {
  isLeaving = true
}
const isKept = (name: string): boolean => !isLeaving || OF_THE_BOARD.has(name)

/** A text kept for whoever is at the board, as it was left. */
export const keptText = (name: string): string | null => store.getItem(ownKey(name))
export const keepText = (name: string, text: string): void => {
  if (isKept(name)) store.setItem(ownKey(name), text)
}

/** What was kept before there were people belongs to whoever is first at the board. */
export function adoptStored(kept: Pick<Storage, 'length' | 'key' | 'getItem' | 'setItem' | 'removeItem'>, workroomId: string,
  personId: string): void {
  const from = storedKey(workroomId, '')
  const keys = Array.from({ length: kept.length }, (_, i) => kept.key(i)!).filter(key => key.startsWith(from))
  for (const key of keys) {
    const name = key.slice(from.length), to = storedKey(scopeOf(workroomId, personId), name)
    if (OF_THE_BOARD.has(name)) continue
    if (kept.getItem(to) === null) kept.setItem(to, kept.getItem(key)!)
    kept.removeItem(key)
  }
}
/** From now on this browser keeps things for this person. */
export function rememberPerson(workroomId: string, personId: string): void {
  store.setItem(LAST_WORKROOM, workroomId)
  store.setItem(LAST_PERSON, personId)
  if (own) adoptStored(window.localStorage, workroomId, personId)
}
/** Takes everything away that is kept here for whoever is at the board; what belongs to the board stays. */
export function forgetStored(): void {
  if (own) {
    const of = storedKey(ownScope(), '')
    const keys = Array.from({ length: window.localStorage.length }, (_, i) => window.localStorage.key(i)!)
    for (const key of keys) if (key.startsWith(of)) window.localStorage.removeItem(key)
  }
  store.removeItem(LAST_PERSON)
}

/** A value of this board, kept in the browser for its workroom: a reload finds it again. */
export function useStored<T extends string | number | boolean | object | null>(
  name: string, initial: T, more: { serializer?: Serializer<T>, mergeDefaults?: boolean } = {},
): RemovableRef<T> {
  const eventFilter = (write: () => void): void => { if (isKept(name)) write() }
  return useStorage<T>(ownKey(name), initial, store, { ...more, eventFilter })
}
