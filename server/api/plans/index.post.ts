import { planBody } from '#shared/schemas'
import { createPlan } from '../../services/plans'

export default defineRoute({ body: planBody }, async ({ body, event }) => {
  const plan = await createPlan(body)
  setResponseStatus(event, 201)
  return plan
})
