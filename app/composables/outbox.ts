import { createStore, del, entries, get, set, type UseStore } from 'idb-keyval'
import type { TrialBody } from '#shared/schemas'

/** Something written here on its way to the server, kept in the browser until it has arrived. */
export interface Waiting {
  /** Made here once, and sent with every try: the server keeps a key once. */
  key: string
  kind: 'swatch' | 'wash' | 'reading' | 'picture' | 'calibration' | 'run' | 'press'
  url: string
  /** What is sent: data as JSON, a picture as it is. */
  body: object | Blob
  /** In a few words, for the list. */
  about: string
  /** The swatch or run it belongs to, by id or key: it goes after that one. */
  after: string | null
  keptAtMs: number
  /** Why the server does not take it; null while it has not said so. */
  refused: string | null
  /** Answers that were a fault of the server's own. */
  faults: number
}
type Written = Pick<Waiting, 'key' | 'kind' | 'url' | 'body' | 'about'> & { after?: string | null }

const RETRY_MS = 4000
/** After so many faults of the server's own a thing steps aside, so that what comes after it can go. */
const MOST_FAULTS = 3

const waiting = ref<Waiting[]>([])
const sentCount = ref(0)
/** The last answer to something sent, for whoever shows it. */
const lastSent = shallowRef<{ kind: Waiting['kind'], answer: unknown } | null>(null)
/** Answers to what someone waits for, by key. */
const asked = new Map<string, unknown>()
/** What the browser's database did not take: on this page only. */
const onlyHere = new Map<string, Waiting>()
/** On its way into the browser's database: who looks there meanwhile does not find it yet. */
const writing = new Map<string, Waiting>()
/** False where the browser's database takes nothing: what waits is lost with the page, and the board says so. */
const safe = ref(true)
let started = false
let lastKeptMs = 0
let flushing: Promise<void> | null = null
let kept: UseStore | null = null
let tabs: BroadcastChannel | null = null

/** One entry each, under a key that sorts by when it was kept: two tabs never write over one another. */
const placeOf = (w: Waiting) => `${String(w.keptAtMs).padStart(15, '0')} ${w.key}`
const name = () => keptKey(workroomId(), 'outbox')
const store = (): UseStore => (kept ??= createStore(name(), 'waiting'))

async function safely<T>(work: () => Promise<T>): Promise<{ value: T } | null> {
  try {
    const value = await work()
    safe.value = true
    return { value }
  } catch {
    safe.value = false
    return null
  }
}
const inOrder = (all: readonly Waiting[]): Waiting[] => all.toSorted((a, b) => placeOf(a).localeCompare(placeOf(b)))

/** What the browser holds now; what it could not hold stays on this page. */
async function look(): Promise<void> {
  const all = await safely(() => entries<string, Waiting>(store()))
  if (!all) return
  const there = all.value.map(([, w]) => w).filter(w => !writing.has(w.key))
  waiting.value = inOrder([...there, ...writing.values(), ...onlyHere.values()])
}
async function keep(item: Waiting): Promise<void> {
  waiting.value = inOrder([...waiting.value.filter(w => w.key !== item.key), item])
  writing.set(item.key, item)
  // The browser's store takes plain data, not what Vue wraps it in.
  const { body, ...rest } = item
  const done = await safely(() => set(placeOf(item), { ...plain(rest), body: body instanceof Blob ? body : plain(body) }, store()))
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

/** Sends one thing. @returns whether the next may be tried */
async function sendOne(item: Waiting): Promise<boolean> {
  try {
    const blob = item.body instanceof Blob
    const answer = await $fetch<unknown>(item.url, {
      method: 'POST', body: item.body, ...(blob ? { headers: { 'content-type': 'application/octet-stream' } } : {}),
    })
    await forget(item.key)
    if (asked.has(item.key)) asked.set(item.key, answer)
    lastSent.value = { kind: item.kind, answer }
    sentCount.value++
    return true
  } catch (error) {
    const { status, detail } = problemOf(error)
    if (status === 0 || (status > 500 && status < 505)) return false
    const faults = item.faults + (status >= 500 ? 1 : 0)
    await keep({ ...item, faults, refused: status < 500 || faults >= MOST_FAULTS ? detail : null })
    return status < 500
  }
}

/** One tab sends at a time, the oldest first; what belongs to a swatch or a run that still waits goes after it. */
async function sendAll(): Promise<void> {
  await look()
  const tried = new Set<string>()
  for (;;) {
    const waits = (key: string | null) => waiting.value.some(o => (o.kind === 'swatch' || o.kind === 'run') && o.key === key)
    const next = waiting.value.find(w => !w.refused && !tried.has(w.key) && !waits(w.after))
    if (!next) return
    tried.add(next.key)
    if (!await sendOne(next)) return
  }
}
async function locked(): Promise<void> {
  if (navigator.locks) await navigator.locks.request(name(), sendAll)
  else await sendAll()
}
const flush = (): Promise<void> => (flushing ??= locked().finally(() => { flushing = null }))

/** Swatches that waited in the way of an earlier version. */
async function takeOver(): Promise<void> {
  const before = await safely(() => get<{ body: TrialBody, refused: string | null }[]>(name()))
  for (const [i, { body, refused }] of (before?.value ?? []).entries())
    await keep({
      key: body.clientKey, kind: 'swatch', url: '/api/trials', body, about: `grade ${body.grade}`, after: null, keptAtMs: i, refused,
      faults: 0,
    })
  if (before?.value) await safely(() => del(name()))
}

/** The list of what waits, opened from the rest. */
export const waitingSheetOpen = ref(false)
export const openWaitingSheet = (): void => { waitingSheetOpen.value = true }

/** Everything written here on its way to the server: one outbox for all of it. */
export function useOutbox() {
  async function start(): Promise<void> {
    if (started) return
    started = true
    await takeOver()
    await look()
    if (typeof BroadcastChannel !== 'undefined') {
      tabs = new BroadcastChannel(name())
      tabs.onmessage = () => { void look().then(() => { sentCount.value++ }) }
    }
    setInterval(() => { if (waiting.value.some(w => !w.refused)) void flush() }, RETRY_MS)
    window.addEventListener('online', () => { void flush() })
    await flush()
  }

  /** Keeps a thing here first, then tries to send it. @returns what the server said of it, as far as it has */
  async function send<T>(written: Written): Promise<{ answer: T | null, refused: string | null }> {
    asked.set(written.key, null)
    // No two at the same moment, so that they go in the order in which they were written.
    lastKeptMs = Math.max(Date.now(), lastKeptMs + 1)
    await keep({ after: null, ...written, keptAtMs: lastKeptMs, refused: null, faults: 0 })
    await flush()
    const answer = asked.get(written.key) as T | null
    asked.delete(written.key)
    return { answer, refused: waiting.value.find(w => w.key === written.key)?.refused ?? null }
  }

  /** Sends a refused thing again, mended or as it was. */
  async function mend(key: string, body?: object): Promise<void> {
    const item = waiting.value.find(w => w.key === key)
    if (!item) return
    await keep({ ...item, body: body ?? item.body, refused: null, faults: 0 })
    await flush()
  }

  return { waiting, sentCount, lastSent, safe, start, send, mend, forget, flush }
}
