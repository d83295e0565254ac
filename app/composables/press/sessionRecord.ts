import type { KeptSessionEvent, PressSession, SessionEventBody, SessionHead, SessionNews, SessionOperation } from '#shared/schemas'
import { doneWork } from '#shared/pressing'
import { AGAIN_MS, newsFrom, planFrom, type SessionPlan } from './sessionNews'

/** Sessions of a job that are looked through for what is done. */
const LOOKED_BACK = 8

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
  const { merge, subscribe, unsubscribe, isLive } = useSessionNews({ plan, kept, own })
  const { sendPlan, sendLeft, append } = useSessionWriting({ device, plan, own, problem })
  const closed = computed(() => plan.value?.closedAt != null || [...kept.value, ...own.value].some(e => e.kind === 'close'))

  let loaded: string | null = null
  /** How often something else was laid on the board: a session that was asked for before comes too late. */
  let laid = 0
  /** Finds the session of the open job: the newest that is not over, from the server or from what this browser holds. */
  async function load(): Promise<void> {
    const jobId = jobs.job?.id ?? null
    if (loaded !== jobId) unread.value = false
    loaded = jobId
    leave()
    earlier.value = []
    doneBefore.value = new Set()
    loading.value = jobId !== null
    if (!jobId) return
    let answered = true
    try {
      const here = await keptSessionsOf(jobId)
      let open = here.find(r => r.closedAt === null)?.id ?? null
      try {
        const heads = await $fetch<SessionHead[]>(`/api/jobs/${jobId}/sessions`)
        if (loaded !== jobId) return
        earlier.value = heads
        const pending = here.find(r => r.closedAt === null && !earlier.value.some(e => e.id === r.id))
        open = pending?.id ?? earlier.value.find(r => r.closedAt === null)?.id ?? null
        problem.value = null
        void loadEarlier()
      } catch (error) {
        if (loaded !== jobId) return
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
    laid++
    unsubscribe()
    plan.value = null
    kept.value = []
    own.value = []
  }

  /** Lays a session on the board, or one that is over to be looked at. */
  async function take(id: string): Promise<void> {
    if (plan.value?.id !== id) leave()
    const mine = ++laid, reported = await keptEvents(id)
    try {
      const session = await $fetch<PressSession>(`/api/sessions/${id}`)
      if (mine !== laid) return
      plan.value = planFrom(session)
      // What was answered for meanwhile is not unheard again.
      merge(newsFrom(session))
      void keepPlan(plan.value)
    } catch (error) {
      const here = await keptPlan(id)
      if (mine !== laid) return
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
    sendLeft(id)
    if (!closed.value) subscribe()
  }

  watch(outbox.lastSent, (sent) => {
    if (sent?.kind === 'press') merge(sent.answer as SessionNews)
  })

  /** Begins a session. */
  async function begin(ops: SessionOperation[], order: string[], piecesVersion: number): Promise<void> {
    if (!jobs.job) return
    const body = { id: crypto.randomUUID(), jobId: jobs.job.id, piecesVersion, startedAt: new Date().toISOString(), operations: ops }
    const fresh: SessionPlan = { ...body, closedAt: null }
    await keepPlan(fresh)
    laid++
    kept.value = []
    own.value = []
    plan.value = fresh
    unread.value = false
    // Nobody at the server has heard of it before: what others do in it is asked for once it is there.
    const sent = sendPlan(fresh)
    await appendOrder(order)
    void sent.then(() => { if (plan.value?.id === fresh.id && !isLive()) subscribe() })
  }
  const appendOrder = (ids: string[]): Promise<void> => append('order', { ids })
  /** Plans what was not begun otherwise. */
  async function replan(ops: SessionOperation[], order: string[], piecesVersion: number): Promise<void> {
    const id = plan.value?.id
    if (!id) return
    try {
      const session = await $fetch<PressSession>(`/api/sessions/${id}/operations`,
        { method: 'PUT', body: { operations: ops, piecesVersion } })
      if (plan.value?.id !== id) return
      plan.value = planFrom(session)
      await keepPlan(plan.value)
      merge(newsFrom(session))
      await appendOrder(order)
      problem.value = null
    } catch (error) {
      if (plan.value?.id === id) problem.value = problemOf(error).detail
    }
  }
  const close = (): Promise<void> => append('close')

  return { plan, kept, own, earlier, doneBefore, problem, loading, unread, closed, load, take, append, begin, appendOrder, replan, close }
}
