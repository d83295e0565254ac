import { clear, createStore, del, entries, get, set, type UseStore } from 'idb-keyval'
import { renamed } from '#shared/renamed'
import type { SwatchBody } from '#shared/schemas'

/** Something written here on its way to the server, kept in the browser until it has arrived. */
export interface Waiting {
  /** Made here once, and sent with every try: the server keeps a key once. */
  key: string
  kind: 'swatch' | 'wash' | 'reading' | 'picture' | 'calibration' | 'session' | 'press'
  url: string
  /** What is sent: data as JSON, a picture as it is. */
  body: object | Blob
  /** In a few words, for the list. */
  about: string
  /** The swatch or session it belongs to, by id or key: it goes after that one. */
  after: string | null
  keptAtMs: number
  /** Why the server does not take it; null while it has not said so. */
  refused: string | null
  /** Answers that were a fault of the server's own. */
  faults: number
}

const waiting = ref<Waiting[]>([])
/** What the browser's database did not take: on this page only. */
const onlyHere = new Map<string, Waiting>()
/** On its way into the browser's database: who looks there meanwhile does not find it yet. */
const writing = new Map<string, Waiting>()
/** False where the browser's database takes nothing: what waits is lost with the page, and the board says so. */
const safe = ref(true)
let kept: UseStore | null = null
let tabs: BroadcastChannel | null = null

/** One entry each, under a key that sorts by when it was kept: two tabs never write over one another. */
const placeOf = (w: Waiting) => `${String(w.keptAtMs).padStart(15, '0')} ${w.key}`
/** Where it is kept, and whose turn it is to send. */
const name = () => ownKey('outbox')
const store = (): UseStore => (kept ??= createStore(name(), 'waiting'))

/** @param onLate it was given up, and done after all */
async function safely<T>(work: () => Promise<T>, onLate: () => void = () => undefined): Promise<{ value: T } | null> {
  try {
    const value = await inTime(work, () => {
      safe.value = true
      onLate()
    })
    safe.value = true
    return { value }
  } catch {
    safe.value = false
    return null
  }
}
const inOrder = (all: readonly Waiting[]): Waiting[] => all.toSorted((a, b) => placeOf(a).localeCompare(placeOf(b)))

/** Something that waits since before things had the names of today. */
const FORMER_URLS: readonly (readonly [RegExp, string])[] = [
  [/^\/api\/trials/, '/api/swatches'], [/^\/api\/runs/, '/api/sessions'], [/^\/api\/cloths/, '/api/fabrics'],
]
const asToday = (w: Waiting): Waiting => ({
  ...w, kind: renamed(w.kind, 'kind') as Waiting['kind'], url: FORMER_URLS.reduce((url, [from, to]) => url.replace(from, to), w.url),
  body: w.body instanceof Blob ? w.body : renamed(w.body) as object,
})

/** What the browser holds now; what it could not hold stays on this page. */
async function look(): Promise<void> {
  const all = await safely(() => entries<string, Waiting>(store()))
  if (!all) return
  const there = all.value.map(([, w]) => asToday(w)).filter(w => !writing.has(w.key) && !onlyHere.has(w.key))
  waiting.value = inOrder([...there, ...writing.values(), ...onlyHere.values()])
}
async function keep(item: Waiting): Promise<void> {
  if (!keepsForPerson()) return
  waiting.value = inOrder([...waiting.value.filter(w => w.key !== item.key), item])
  writing.set(item.key, item)
  // The browser's store takes plain data, not what Vue wraps it in.
  const { body, ...rest } = item
  const done = await safely(
    () => set(placeOf(item), { ...toPlain(rest), body: body instanceof Blob ? body : toPlain(body) }, store()),
    () => {
      if (onlyHere.get(item.key) === item) onlyHere.delete(item.key)
      // Sent or thrown away meanwhile: it does not come back.
      else if (!waiting.value.some(w => w.key === item.key)) void safely(() => del(placeOf(item), store()))
    },
  )
  writing.delete(item.key)
  if (done) onlyHere.delete(item.key)
  else onlyHere.set(item.key, item)
  tabs?.postMessage('changed')
}
async function forget(key: string): Promise<void> {
  const item = waiting.value.find(w => w.key === key)
  waiting.value = waiting.value.filter(w => w.key !== key)
  onlyHere.delete(key)
  if (item) await safely(() => del(placeOf(item), store()))
  tabs?.postMessage('changed')
}
/** Everything that waits is let go, sent or not: whoever signs out was told of it before. */
async function wipe(): Promise<void> {
  waiting.value = []
  onlyHere.clear()
  await safely(() => clear(store()))
}

/** What waited here before there were people goes with whoever is first at the board. */
async function takeOverFromBefore(): Promise<void> {
  const before = storedKey(workroomId(), 'outbox')
  if (before === name()) return
  const from = createStore(before, 'waiting')
  const there = await safely(() => entries<string, Waiting>(from))
  for (const [at, w] of there?.value ?? []) {
    await safely(() => set(at, w, store()))
    await safely(() => del(at, from))
  }
}
/** Swatches that waited in the way of an earlier version. */
async function takeOver(): Promise<void> {
  await takeOverFromBefore()
  const before = await safely(() => get<{ body: SwatchBody, refused: string | null }[]>(name()))
  for (const [i, { body, refused }] of (before?.value ?? []).entries())
    await keep({
      key: body.clientKey, kind: 'swatch', url: '/api/swatches', body, about: `grade ${body.grade}`, after: null, keptAtMs: i, refused,
      faults: 0,
    })
  if (before?.value) await safely(() => del(name()))
}
/** @param changed what another tab of this browser did to it */
async function open(changed: () => void): Promise<void> {
  await takeOver()
  await look()
  if (typeof BroadcastChannel === 'undefined') return
  tabs = new BroadcastChannel(name())
  tabs.onmessage = () => { void look().then(changed) }
}

/** What waits to be sent, as this browser keeps it: each thing by itself, under one person's name, seen by every tab. */
export const useOutboxKept = () => ({ waiting, safe, name, open, look, keep, forget, wipe })
