import { idParams } from '#shared/schemas'
import { audit } from '../../../people/audit'
import { removePlace } from '../../../services/places'

export default defineRoute({ may: 'own', params: idParams }, async ({ context, params, event }) => {
  await removePlace(context, params.id)
  await audit(context, 'removed', 'a place')
  setResponseStatus(event, 204)
  return null
})
