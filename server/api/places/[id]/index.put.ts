import { idParams, placeUpdate } from '#shared/schemas'
import { updatePlace } from '../../../services/places'

export default defineRoute({ params: idParams, body: placeUpdate }, ({ params, body }) => updatePlace(params.id, body))
