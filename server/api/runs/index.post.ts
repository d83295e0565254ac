import { beginRun } from '../../services/runs'

/** A run of many pieces carries their outlines. */
const RUN_MOST_BYTES = 8_000_000
export default defineRoute({ body: 'run', mostBytes: RUN_MOST_BYTES }, async ({ context, body, event }) => {
  const { run, isNew } = await beginRun(context, body)
  setResponseStatus(event, isNew ? 201 : 200)
  return run
})
