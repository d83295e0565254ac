import type { KeptSessionEvent, PressSession, SessionEventBody, SessionHead, SessionNews, SessionOperation } from '#shared/schemas'
import { doneWork } from '#shared/pressing'
import { hasGap, mergeEvents, wholeUpTo } from '#shared/sessionRecord'

type SessionPlan = Omit<PressSession, 'events'>
type EventDetails = Partial<Omit<SessionEventBody, 'key' | 'device' | 'atMs' | 'kind'>>
/** After so long what was not answered, or a stream that broke, is asked for anew. */
const AGAIN_MS = 3000
/** Sessions of a job that are looked through for what is done. */
const LOOKED_BACK = 8
const newsFrom = ({ id, events, closedAt, piecesVersion }: PressSession): SessionNews => ({ id, events, closedAt, piecesVersion })

/**
 * The record of a session: its plan, and every event recorded on this board and on others. An event of this board is written down in
 * the browser first, then shown, then sent.
 */
export function useSessionRecord(device: Ref<string>) {
  const jobs = useJobs()
  const outbox = useOutbox()
  const plan = shallowRef<SessionPlan | null>(null)
  /** As the server keeps them, and what it has not answered for yet. */
  const kept = shallowRef<KeptSessionEvent[]>([])
  const own = shallowRef<SessionEventBody[]>([])
  const earlier = ref<SessionHead[]>([])
  /** What earlier sessions of this job have done already. */
  const doneBefore = shallowRef<ReadonlySet<string>>(new Set())
  const problem = ref<string | null>(null)
  const loading = ref(false)
  /** What session there is could not be asked, and none lies here; it is asked again. */
  const unread = ref(false)
  const closed = computed(() => plan.value?.closedAt != null || [...kept.value, ...own.value].some(e => e.kind === 'close'))

  let loaded: string | null = null
  /** Finds the session of the open job: the newest that is not over, from the server or from what this browser holds. */
  async function load(): Promise<void> {
    const jobId = jobs.job?.id ?? null
    if (loaded !== jobId) unread.value = false
    loaded = jobId
    leave()
    earlier.value = []
    doneBefore.value = new Set()
    if (!jobId) return
    loading.value = true
    let answered = true
    try {
      const here = await keptSessionsOf(jobId)
      let open = here.find(r => r.closedAt === null)?.id ?? null
      try {
        earlier.value = await $fetch<SessionHead[]>(`/api/jobs/${jobId}/sessions`)
        const pending = here.find(r => r.closedAt === null && !earlier.value.some(e => e.id === r.id))
        open = pending?.id ?? earlier.value.find(r => r.closedAt === null)?.id ?? null
        problem.value = null
        void loadEarlier()
      } catch (error) {
        answered = false
        if (problemOf(error).status !== 0) problem.value = problemOf(error).detail
      }
      if (open && loaded === jobId) await take(open)
      // Sessions that are over and known to the server need not be held here.
      for (const r of here) if (earlier.value.some(e => e.id === r.id && e.closedAt !== null && e.id !== open)) void dropSession(r.id)
      if (loaded !== jobId) return
      unread.value = plan.value === null && (open !== null || !answered)
      if (unread.value) setTimeout(() => { if (loaded === jobId && unread.value) void load() }, AGAIN_MS)
    } finally {
      if (loaded === jobId) loading.value = false
    }
  }
  /** Sessions that are over: what they did is not planned again. */
  async function loadEarlier(): Promise<void> {
    const jobId = loaded, over = earlier.value.filter(r => r.closedAt !== null).slice(0, LOOKED_BACK)
    const sessions = await Promise.all(over.map(r => $fetch<PressSession>(`/api/sessions/${r.id}`).catch(() => null)))
    if (loaded === jobId) doneBefore.value = doneWork(sessions.filter(r => r !== null))
  }
  function leave(): void {
    live?.close()
    live = null
    plan.value = null
    kept.value = []
    own.value = []
  }

  /** Layouts a session on the board, or one that is over to be looked at. */
  async function take(id: string): Promise<void> {
    if (plan.value?.id !== id) leave()
    const reported = await keptEvents(id)
    try {
      const session = await $fetch<PressSession>(`/api/sessions/${id}`)
      const { events: _, ...rest } = session
      plan.value = rest
      // What was answered for meanwhile is not unheard again.
      merge(newsFrom(session))
      void keepPlan(rest)
    } catch (error) {
      const here = await keptPlan(id)
      if (!here) {
        problem.value = problemOf(error).detail
        return
      }
      plan.value = here
      // It never reached the server, whatever became of it: it goes again, before what happened in it.
      if (problemOf(error).status === 404) void sendPlan(here)
    }
    const known = new Set(kept.value.map(e => e.key))
    own.value = reported.filter(e => !known.has(e.key))
    // What was written down and never went into the outbox, the page being gone, goes now.
    const waits = new Set(outbox.waiting.value.map(w => w.key))
    for (const e of own.value) if (e.device === device.value && !waits.has(e.key)) void send(id, e)
    if (closed.value) return
    subscribe()
  }

  /** Takes in what the server says has happened in the session on the board; news of another one is not its own. */
  function merge(news: SessionNews): void {
    if (news.id !== plan.value?.id) return
    const { events, fresh } = mergeEvents(kept.value, news.events)
    if (fresh.length > 0) {
      kept.value = [...events]
      const keys = new Set(fresh.map(e => e.key))
      own.value = own.value.filter(e => !keys.has(e.key))
      void keepEvents(news.id, [...fresh])
    }
    if (news.piecesVersion !== plan.value.piecesVersion) void refresh()
    else if (hasGap(kept.value)) void fillUp()
  }
  /** The gap that was asked for last: what the server itself does not have is not asked for without an end. */
  let asked: { id: string, from: number, known: number } | null = null
  /** Asks for what lies between: the events of this board come back before those of others. */
  async function fillUp(): Promise<void> {
    const id = plan.value?.id, from = wholeUpTo(kept.value), known = kept.value.length
    if (!id || (asked?.id === id && asked.from === from && asked.known === known)) return
    asked = { id, from, known }
    try {
      merge(await $fetch<SessionNews>(`/api/sessions/${id}/events`, { query: { after: from } }))
    } catch {
      // The server went away again: it is asked with the next news.
      asked = null
    }
  }
  async function refresh(): Promise<void> {
    const id = plan.value?.id
    if (!id) return
    const session = await $fetch<PressSession>(`/api/sessions/${id}`)
    if (plan.value?.id !== id) return
    const { events: _, ...rest } = session
    plan.value = rest
    void keepPlan(rest)
    merge(newsFrom(session))
  }
  let live: EventSource | null = null
  /** Receives events of other boards as they happen. */
  function subscribe(): void {
    live?.close()
    const id = plan.value?.id
    if (!id || typeof EventSource === 'undefined') return
    const source = live = new EventSource(`/api/sessions/${id}/live?after=${wholeUpTo(kept.value)}`)
    source.onmessage = e => merge(JSON.parse(e.data as string) as SessionNews)
    source.onerror = () => {
      source.close()
      if (live === source) setTimeout(() => { if (live === source && plan.value?.id === id) subscribe() }, AGAIN_MS)
    }
  }

  async function sendPlan({ closedAt: _, ...body }: SessionPlan): Promise<void> {
    const { refused } = await outbox.send({ key: body.id, kind: 'session', url: '/api/sessions', body,
      about: jobs.job?.name ?? 'A session' })
    if (refused) problem.value = refused
    // What was refused because its run was not there yet goes once more.
    else for (const w of outbox.waiting.value) if (w.kind === 'press' && w.after === body.id && w.refused) await outbox.mend(w.key)
  }
  async function send(id: string, e: SessionEventBody): Promise<void> {
    await outbox.send({
      key: e.key, kind: 'press', url: `/api/sessions/${id}/events`, body: { events: [e] },
      about: `${jobs.job?.name ?? 'A session'}: ${e.kind}`,
      after: id,
    })
  }
  watch(outbox.lastSent, (sent) => {
    if (sent?.kind === 'press') merge(sent.answer as SessionNews)
  })

  let lastMs = 0
  let appending: Promise<unknown> = Promise.resolve()
  /** Records an event: kept in the browser, then shown, then sent. One after another, in their order. */
  function append(kind: SessionEventBody['kind'], what: EventDetails = {}): Promise<void> {
    // No two things of one board at the same moment.
    const atMs = Math.max(Date.now(), lastMs + 1)
    lastMs = Date.now() < lastMs - 1000 ? Date.now() : atMs
    const e: SessionEventBody = {
      key: crypto.randomUUID(), device: device.value, atMs, kind, op: null, pass: null, placement: null, ironId: null, soleC: null,
      setting: null,
      edge: null, placements: null, takes: null, byS: null, ids: null, ...what,
    }
    // Of the session that was on the board when the event was recorded.
    const id = plan.value?.id
    const done = appending.then(async () => {
      if (!id) return
      await keepEvent(id, e)
      if (plan.value?.id === id) own.value = [...own.value, e]
      void send(id, e)
    })
    appending = done
    return done
  }

  /** Begins a session. */
  async function begin(ops: SessionOperation[], order: string[], piecesVersion: number): Promise<void> {
    if (!jobs.job) return
    const body = { id: crypto.randomUUID(), jobId: jobs.job.id, piecesVersion, startedAt: new Date().toISOString(), operations: ops }
    const fresh: SessionPlan = { ...body, closedAt: null }
    await keepPlan(fresh)
    kept.value = []
    own.value = []
    plan.value = fresh
    unread.value = false
    // Nobody at the server has heard of it before: what others do in it is asked for once it is there.
    const sent = sendPlan(fresh)
    await appendOrder(order)
    void sent.then(() => { if (plan.value?.id === fresh.id && !live) subscribe() })
  }
  const appendOrder = (ids: string[]): Promise<void> => append('order', { ids })
  /** Plans what was not begun otherwise. */
  async function replan(ops: SessionOperation[], order: string[], piecesVersion: number): Promise<void> {
    const id = plan.value?.id
    if (!id) return
    try {
      const session = await $fetch<PressSession>(`/api/sessions/${id}/operations`,
        { method: 'PUT', body: { operations: ops, piecesVersion } })
      const { events: _, ...rest } = session
      plan.value = rest
      await keepPlan(rest)
      merge(newsFrom(session))
      await appendOrder(order)
      problem.value = null
    } catch (error) {
      problem.value = problemOf(error).detail
    }
  }
  const close = (): Promise<void> => append('close')

  return { plan, kept, own, earlier, doneBefore, problem, loading, unread, closed, load, take, append, begin, appendOrder, replan, close }
}
