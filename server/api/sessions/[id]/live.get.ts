import { idParams, sessionEventsQuery, type SessionNews } from '#shared/schemas'
import { asUseCase } from '../../../db/one-connection'
import { watchersOf } from '../../../live'
import { isStillIn } from '../../../people/sign-in'
import { newsOf } from '../../../services/sessions'

/** A watcher that is let go comes back by itself, and goes on from what it saw last. */
const LONGEST_MS = 10 * 60_000
/** Whatever is in between keeps a stream open only while something comes. */
const BREATH_MS = 25_000

/** Streams what happens in a session, as it is kept, as server-sent events. Any number of boards may watch, whichever server they ask. */
export default defineRoute({ may: 'read', params: idParams, query: sessionEventsQuery }, async ({ context, params, query, event }) => {
  const seen = Number(getHeader(event, 'last-event-id'))
  let after = Number.isInteger(seen) && seen >= 0 ? seen : query.after
  // A session that is not of this workroom is refused before anything is streamed.
  await newsOf(context, params.id, Number.MAX_SAFE_INTEGER)
  const stream = createEventStream(event)
  const letGo = () => { void stream.close() }
  let pushed = Promise.resolve()
  /** One after the other, as they happened. Whoever was put away or signed out meanwhile hears nothing more. */
  const push = (message: { id?: string, event?: string, data: string }) => {
    pushed = pushed.then(async () => {
      if (await asUseCase(() => isStillIn(context)).catch(() => false)) await stream.push(message)
      else letGo()
    }).catch(letGo)
  }
  const send = (news: SessionNews) => {
    after = news.events.at(-1)?.position ?? after
    push({ id: String(after), data: JSON.stringify(news) })
  }
  const unwatch = watchersOf(context.workroomId).watch(params.id, after, send, letGo)
  const breath = setInterval(() => push({ event: 'breath', data: '' }), BREATH_MS)
  const end = setTimeout(letGo, LONGEST_MS)
  stream.onClosed(() => {
    unwatch()
    clearInterval(breath)
    clearTimeout(end)
  })
  return stream.send()
})
