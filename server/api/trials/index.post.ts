import { trialBody } from '#shared/schemas'
import { recordTrial } from '../../services/trials'

export default defineRoute({ body: trialBody }, async ({ context, body, event }) => {
  const { trial, isNew } = await recordTrial(context, body)
  setResponseStatus(event, isNew ? 201 : 200)
  return trial
})
