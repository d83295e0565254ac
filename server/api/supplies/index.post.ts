import { supplyBody } from '#shared/schemas'
import { createSupply } from '../../services/shelf'

export default defineRoute({ may: 'manage', body: supplyBody }, async ({ context, body, event }) => {
  const supply = await createSupply(context, body)
  setResponseStatus(event, 201)
  return supply
})
