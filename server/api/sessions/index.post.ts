import { beginSession } from '../../services/sessions'

/** A session of many pieces carries their outlines. */
const SESSION_MOST_BYTES = 8_000_000
export default defineRoute({ may: 'work', body: 'run', mostBytes: SESSION_MOST_BYTES }, async ({ context, body, event }) => {
  const { session, isNew } = await beginSession(context, body)
  setResponseStatus(event, isNew ? 201 : 200)
  return session
})
