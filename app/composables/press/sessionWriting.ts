import type { ShallowRef } from 'vue'
import type { SessionEventBody } from '#shared/schemas'
import type { SessionPlan } from './sessionNews'

type EventDetails = Partial<Omit<SessionEventBody, 'key' | 'device' | 'atMs' | 'kind'>>
const NOTHING: Required<EventDetails> = {
  op: null, pass: null, placement: null, ironId: null, soleC: null, setting: null, edge: null, placements: null, takes: null, byS: null,
  ids: null,
}

interface OnBoard {
  device: Ref<string>
  plan: ShallowRef<SessionPlan | null>
  /** Events of this board that the server has not answered for yet. */
  own: ShallowRef<SessionEventBody[]>
  problem: Ref<string | null>
}
/** Two of the same are the same touch of the board; an edge that was tried is one touch, whatever was found at it. */
const touchOf = (kind: SessionEventBody['kind'], { soleC: _, edge: __, placements: ___, ...what }: EventDetails): string =>
  JSON.stringify([kind, what])

/** What is written down of a session on this board: kept in the browser first, then shown, then sent. */
export function useSessionWriting({ device, plan, own, problem }: OnBoard) {
  const jobs = useJobs()
  const outbox = useOutbox()

  async function sendPlan({ closedAt: _, ...body }: SessionPlan): Promise<void> {
    const { refused } = await outbox.send({ key: body.id, kind: 'session', url: '/api/sessions', body,
      about: jobs.job?.name ?? 'A session' })
    if (refused) problem.value = refused
    // What was refused because its session was not there yet goes once more.
    else for (const w of outbox.waiting.value) if (w.kind === 'press' && w.after === body.id && w.refused) await outbox.mend(w.key)
  }
  async function send(id: string, e: SessionEventBody): Promise<void> {
    await outbox.send({
      key: e.key, kind: 'press', url: `/api/sessions/${id}/events`, body: { events: [e] },
      about: `${jobs.job?.name ?? 'A session'}: ${e.kind}`,
      after: id,
    })
  }
  let lastMs = 0
  let appending: Promise<unknown> = Promise.resolve()
  /** The last touch, as long as it is on its way into the browser's database and does not show yet. */
  let last: { touch: string, done: Promise<void> } | null = null
  /**
   * Records an event: kept in the browser, then shown, then sent. One after another, in their order. Whoever touches the board again
   * before the touch shows has touched it once.
   */
  function append(kind: SessionEventBody['kind'], what: EventDetails = {}): Promise<void> {
    const touch = touchOf(kind, what)
    if (last?.touch === touch) return last.done
    // No two things of one board at the same moment.
    const atMs = Math.max(Date.now(), lastMs + 1)
    lastMs = Date.now() < lastMs - 1000 ? Date.now() : atMs
    const e: SessionEventBody = { key: crypto.randomUUID(), device: device.value, atMs, kind, ...NOTHING, ...what }
    // Of the session that was on the board when the event was recorded.
    const id = plan.value?.id
    const done = appending.then(async () => {
      if (!id) return
      await keepEvent(id, e)
      if (plan.value?.id === id) own.value = [...own.value, e]
      void send(id, e)
    }).finally(() => { if (last === mine) last = null })
    const mine = { touch, done }
    last = mine
    appending = done
    return done
  }
  /** What was written down and never went into the outbox, the page being gone, goes now. */
  function sendLeft(id: string): void {
    const waits = new Set(outbox.waiting.value.map(w => w.key))
    for (const e of own.value) if (e.device === device.value && !waits.has(e.key)) void send(id, e)
  }
  return { sendPlan, sendLeft, append }
}
