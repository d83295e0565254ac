import { idParams, runEventsQuery } from '#shared/schemas'
import { asUseCase } from '../../../db/one-connection'
import { newsOf } from '../../../services/runs'

const LOOK_MS = 700
/** A watcher that is let go comes back by itself, and goes on from what it saw last. */
const LONGEST_MS = 10 * 60_000

/** Streams what happens in a run, as it is kept, as server-sent events. Any number of boards may watch, whichever server they ask. */
export default defineRoute({ params: idParams, query: runEventsQuery }, async ({ context, params, query, event }) => {
  const seen = Number(getHeader(event, 'last-event-id'))
  let after = Number.isInteger(seen) && seen >= 0 ? seen : query.after
  const first = await newsOf(context, params.id, after)
  const stream = createEventStream(event)
  let looking = false
  const tell = async (news: Awaited<ReturnType<typeof newsOf>>) => {
    after = news.events.at(-1)?.position ?? after
    await stream.push({ id: String(after), data: JSON.stringify(news) })
  }
  const look = async () => {
    if (looking) return
    looking = true
    try {
      const news = await asUseCase(() => newsOf(context, params.id, after))
      if (news.events.length > 0) await tell(news)
    } catch {
      // The database is away for now: the watcher is let go and comes back.
      await stream.close()
    } finally {
      looking = false
    }
  }
  const timer = setInterval(look, LOOK_MS)
  const end = setTimeout(() => { void stream.close() }, LONGEST_MS)
  stream.onClosed(() => {
    clearInterval(timer)
    clearTimeout(end)
  })
  void tell(first)
  return stream.send()
})
