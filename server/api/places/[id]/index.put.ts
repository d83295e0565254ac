import { idParams, placeUpdate } from '#shared/schemas'
import { updatePlace } from '../../../services/places'

export default defineRoute({ may: 'manage', params: idParams, body: placeUpdate }, ({ context, params, body }) =>
  updatePlace(context, params.id, body))
