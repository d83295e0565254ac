import { jobBody } from '#shared/schemas'
import { createJob } from '../../services/jobs'

export default defineRoute({ may: 'manage', body: jobBody }, async ({ context, body, event }) => {
  const job = await createJob(context, body)
  setResponseStatus(event, 201)
  return job
})
