import { fabricBody } from '#shared/schemas'
import { createFabric } from '../../services/fabrics'

export default defineRoute({ may: 'manage', body: fabricBody }, async ({ context, body, event }) => {
  const fabric = await createFabric(context, body)
  setResponseStatus(event, 201)
  return fabric
})
