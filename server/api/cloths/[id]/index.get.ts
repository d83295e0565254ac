import { idParams } from '#shared/schemas'
import { getCloth } from '../../../services/cloths'

export default defineRoute({ params: idParams }, ({ context, params }) => getCloth(context, params.id))
