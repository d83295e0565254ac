import { idParams } from '#shared/schemas'
import { removePlace } from '../../../services/places'

export default defineRoute({ params: idParams }, async ({ context, params, event }) => {
  await removePlace(context, params.id)
  setResponseStatus(event, 204)
  return null
})
