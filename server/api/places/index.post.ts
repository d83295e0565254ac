import { placeBody } from '#shared/schemas'
import { createPlace } from '../../services/places'

export default defineRoute({ may: 'manage', body: placeBody }, async ({ context, body, event }) => {
  const place = await createPlace(context, body)
  setResponseStatus(event, 201)
  return place
})
