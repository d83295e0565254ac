import { planBody } from '#shared/schemas'
import { createPlan } from '../../services/plans'

export default defineRoute({ may: 'work', body: planBody }, async ({ context, body, event }) => {
  const plan = await createPlan(context, body)
  setResponseStatus(event, 201)
  return plan
})
