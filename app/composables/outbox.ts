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
/** So long an answer is waited for; a picture goes slowly. */
const ANSWER_MS = 20_000,
  PICTURE_MS = 120_000
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
const name = () => ownKey('outbox')
const store = (): UseStore => (kept ??= createStore(name(), 'waiting'))

async function safely<T>(work: () => Promise<T>): Promise<{ value: T } | null> {
  try {
    const value = await inTime(work)
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
  const there = all.value.map(([, w]) => asToday(w)).filter(w => !writing.has(w.key))
  waiting.value = inOrder([...there, ...writing.values(), ...onlyHere.values()])
}
async function keep(item: Waiting): Promise<void> {
  waiting.value = inOrder([...waiting.value.filter(w => w.key !== item.key), item])
  writing.set(item.key, item)
  // The browser's store takes plain data, not what Vue wraps it in.
  const { body, ...rest } = item
  const done = await safely(() => set(placeOf(item), { ...toPlain(rest), body: body instanceof Blob ? body : toPlain(body) }, store()))
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

const post = (url: string, body: object | Blob): Promise<unknown> => {
  const blob = body instanceof Blob
  return $fetch<unknown>(url, {
    method: 'POST', body, timeout: blob ? PICTURE_MS : ANSWER_MS,
    ...(blob ? { headers: { 'content-type': 'application/octet-stream' } } : {}),
  })
}
interface EventsBody { events: { kind: string }[] }
/** Every touch of a session is sent; only an edge that was tried says something to the other stages. */
const isWorthReloading = (w: Waiting): boolean => w.kind !== 'press' || (w.body as EventsBody).events.some(e => e.kind === 'edge')
async function arrived(item: Waiting, answer: unknown): Promise<void> {
  await forget(item.key)
  if (asked.has(item.key)) asked.set(item.key, answer)
  if (isWorthReloading(item)) sentCount.value++
}
/** No answer, a server that is away or has too much to do, nobody signed in: it is sent again later. */
const isAway = (status: number): boolean => status === 0 || status === 401 || status === 429 || (status > 500 && status < 505)

/** Sends one thing. @returns whether the next may be tried */
async function sendOne(item: Waiting): Promise<boolean> {
  try {
    const answer = await post(item.url, item.body)
    await arrived(item, answer)
    lastSent.value = { kind: item.kind, answer }
    return true
  } catch (error) {
    const { status, detail } = problemOf(error)
    if (isAway(status)) return false
    const faults = item.faults + (status >= 500 ? 1 : 0)
    await keep({ ...item, faults, refused: status < 500 || faults >= MOST_FAULTS ? detail : null })
    return status < 500
  }
}

/** Sends what happened in a session together. @returns whether the next may be tried; null where it has to go one by one */
async function sendTogether(items: readonly Waiting[]): Promise<boolean | null> {
  try {
    const answer = await post(items[0]!.url, { events: items.flatMap(w => (w.body as EventsBody).events) })
    for (const item of items) await arrived(item, answer)
    lastSent.value = { kind: 'press', answer }
    return true
  } catch (error) {
    return isAway(problemOf(error).status) ? false : null
  }
}
const MOST_TOGETHER = 100

/** One tab sends at a time, the oldest first; what belongs to a swatch or a session that still waits goes after it. */
async function sendAll(): Promise<void> {
  await look()
  const tried = new Set<string>()
  for (;;) {
    const waits = (key: string | null) => waiting.value.some(o => (o.kind === 'swatch' || o.kind === 'session') && o.key === key)
    const open = waiting.value.filter(w => !w.refused && !tried.has(w.key) && !waits(w.after))
    const [next] = open
    if (!next) return
    const together = next.kind === 'press' ? open.filter(w => w.url === next.url).slice(0, MOST_TOGETHER) : []
    const done = together.length > 1 ? await sendTogether(together) : null
    if (done === null) {
      tried.add(next.key)
      if (!await sendOne(next)) return
    } else if (!done) return
  }
}
/**
 * A tab that the browser froze while it was sending keeps its turn for ever: after so long the turn is taken from it. What is sent
 * twice is kept once.
 */
const TURN_MS = 15_000
async function locked(): Promise<void> {
  if (!navigator.locks) return sendAll()
  const waits = new AbortController()
  const timer = setTimeout(() => waits.abort(), TURN_MS)
  let mine = false
  const mySend = async () => {
    mine = true
    clearTimeout(timer)
    await sendAll()
  }
  try {
    await navigator.locks.request(name(), { signal: waits.signal }, mySend)
  } catch (error) {
    // Its own turn was taken from it: whoever took it sends on.
    if (mine) return
    if (!waits.signal.aborted) throw error
    await navigator.locks.request(name(), { steal: true }, sendAll)
  } finally {
    clearTimeout(timer)
  }
}
const flush = (): Promise<void> => (flushing ??= locked().finally(() => { flushing = null }))

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

/** The list of what waits, opened from the rest. */
export const waitingListOpen = ref(false)
export const openWaitingList = (): void => { waitingListOpen.value = true }

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

  /** Everything that waits is let go, sent or not: whoever signs out was told of it before. */
  async function wipe(): Promise<void> {
    waiting.value = []
    onlyHere.clear()
    await safely(() => clear(store()))
  }

  return { waiting, sentCount, lastSent, safe, start, send, mend, forget, flush, wipe }
}
