import { clothBody } from '#shared/schemas'
import { createCloth } from '../../services/cloths'

export default defineRoute({ body: clothBody }, async ({ body, event }) => {
  const cloth = await createCloth(body)
  setResponseStatus(event, 201)
  return cloth
})
