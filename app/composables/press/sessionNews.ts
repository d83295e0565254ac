import type { ShallowRef } from 'vue'
import type { KeptSessionEvent, PressSession, SessionEventBody, SessionNews } from '#shared/schemas'
import { hasGap, mergeEvents, wholeUpTo } from '#shared/sessionRecord'

export type SessionPlan = Omit<PressSession, 'events'>
/** After so long what was not answered, or a stream that broke, is asked for anew. */
export const AGAIN_MS = 3000
export const planFrom = ({ events: _, ...plan }: PressSession): SessionPlan => plan
export const newsFrom = ({ id, events, closedAt, piecesVersion }: PressSession): SessionNews => ({ id, events, closedAt, piecesVersion })

interface OnBoard {
  plan: ShallowRef<SessionPlan | null>
  /** As the server keeps them, and what it has not answered for yet. */
  kept: ShallowRef<KeptSessionEvent[]>
  own: ShallowRef<SessionEventBody[]>
}
/** What the server says has happened in the session on the board, on this board and on others: received as it happens, gaps asked for. */
export function useSessionNews({ plan, kept, own }: OnBoard) {
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
    plan.value = planFrom(session)
    void keepPlan(plan.value)
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
  const isLive = (): boolean => live !== null
  function unsubscribe(): void {
    live?.close()
    live = null
  }
  return { merge, subscribe, unsubscribe, isLive }
}
