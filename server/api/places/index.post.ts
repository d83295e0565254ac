import { placeBody } from '#shared/schemas'
import { createPlace } from '../../services/places'

export default defineRoute({ body: placeBody }, async ({ body, event }) => {
  const place = await createPlace(body)
  setResponseStatus(event, 201)
  return place
})
