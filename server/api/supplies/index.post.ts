import { supplyBody } from '#shared/schemas'
import { createSupply } from '../../services/shelf'

export default defineRoute({ body: supplyBody }, async ({ body, event }) => {
  const supply = await createSupply(body)
  setResponseStatus(event, 201)
  return supply
})
