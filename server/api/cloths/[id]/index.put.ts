import { clothUpdate, idParams } from '#shared/schemas'
import { updateCloth } from '../../../services/cloths'

export default defineRoute({ params: idParams, body: clothUpdate }, ({ context, params, body }) => updateCloth(context, params.id, body))
