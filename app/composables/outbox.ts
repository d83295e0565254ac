import { get, set } from 'idb-keyval'
import type { Trial, TrialBody } from '#shared/schemas'

interface Waiting { body: TrialBody, refused: string | null }
/** Kept for its workroom: what was judged for one is never sent to another. */
const key = () => keptKey(workroomId(), 'outbox')
const RETRY_MS = 4000

const waiting = ref<Waiting[]>([])
const sentCount = ref(0)
let sending = false
let started = false

/** False where the browser's database takes nothing: what waits is lost with the page, and the board says so. */
const safe = ref(true)
/** Plain data only: the browser's store refuses Vue's reactive wrappers. */
const write = () => set(key(), plain(waiting.value)).then(() => { safe.value = true }, () => { safe.value = false })

/** Sends what waits, oldest first. The server keeps a client key once, so sending twice is harmless. */
async function flush(): Promise<void> {
  if (sending) return
  sending = true
  try {
    for (const item of [...waiting.value]) {
      if (item.refused) continue
      try {
        await $fetch<Trial>('/api/trials', { method: 'POST', body: item.body })
        waiting.value = waiting.value.filter(w => w.body.clientKey !== item.body.clientKey)
        sentCount.value++
      } catch (error) {
        const { status, detail } = problemOf(error)
        if (status === 0 || status >= 500) break
        item.refused = detail
        waiting.value = [...waiting.value]
      }
      await write()
    }
  } finally {
    sending = false
  }
}

/** Judged swatches on their way to the server, kept in the browser until they have arrived. */
export function useOutbox() {
  async function start(): Promise<void> {
    if (started) return
    started = true
    waiting.value = await get<Waiting[]>(key()).catch(() => { safe.value = false; return undefined }) ?? []
    setInterval(() => { if (waiting.value.some(w => !w.refused)) void flush() }, RETRY_MS)
    window.addEventListener('online', () => { void flush() })
    await flush()
  }

  /** Keeps the trial here first, then tries to send it. */
  async function send(body: TrialBody): Promise<void> {
    waiting.value = [...waiting.value, { body, refused: null }]
    await write()
    await flush()
  }

  const forget = async (clientKey: string) => {
    waiting.value = waiting.value.filter(w => w.body.clientKey !== clientKey)
    await write()
  }

  return { waiting, sentCount, safe, start, send, forget }
}
