import { idParams } from '#shared/schemas'
import { removePlace } from '../../../services/places'

export default defineRoute({ params: idParams }, async ({ params, event }) => {
  await removePlace(params.id)
  setResponseStatus(event, 204)
  return null
})
