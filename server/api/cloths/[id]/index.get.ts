import { idParams } from '#shared/schemas'
import { getCloth } from '../../../services/cloths'

export default defineRoute({ params: idParams }, ({ params }) => getCloth(params.id))
