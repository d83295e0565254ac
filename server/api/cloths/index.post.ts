import { clothBody } from '#shared/schemas'
import { createCloth } from '../../services/cloths'

export default defineRoute({ body: clothBody }, async ({ context, body, event }) => {
  const cloth = await createCloth(context, body)
  setResponseStatus(event, 201)
  return cloth
})
