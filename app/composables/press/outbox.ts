import type { Waiting } from './outboxKept'

type Written = Pick<Waiting, 'key' | 'kind' | 'url' | 'body' | 'about'> & { after?: string | null }

const RETRY_MS = 4000
/** So long an answer is waited for; a picture goes slowly. */
const ANSWER_MS = 20_000,
  PICTURE_MS = 120_000
/** After so many faults of the server's own a thing steps aside, so that what comes after it can go. */
const MOST_FAULTS = 3

const { waiting, safe, name, open, look, keep, forget, wipe } = useOutboxKept()
const sentCount = ref(0)
/** The last answer to something sent, for whoever shows it. */
const lastSent = shallowRef<{ kind: Waiting['kind'], answer: unknown } | null>(null)
/** Answers to what someone waits for, by key. */
const asked = new Map<string, unknown>()
let started = false
let lastKeptMs = 0
let flushing: Promise<void> | null = null

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

/** The list of what waits, opened from the rest. */
export const waitingListOpen = ref(false)
export const openWaitingList = (): void => { waitingListOpen.value = true }

/** Everything written here on its way to the server: one outbox for all of it. */
export function useOutbox() {
  async function start(): Promise<void> {
    if (started) return
    started = true
    await open(() => { sentCount.value++ })
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

  return { waiting, sentCount, lastSent, safe, start, send, mend, forget, flush, wipe }
}
