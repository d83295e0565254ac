import { clothUpdate, idParams } from '#shared/schemas'
import { updateCloth } from '../../../services/cloths'

export default defineRoute({ params: idParams, body: clothUpdate }, ({ params, body }) => updateCloth(params.id, body))
