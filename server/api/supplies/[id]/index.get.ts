import { idParams } from '#shared/schemas'
import { getSupply } from '../../../services/shelf'

export default defineRoute({ params: idParams }, ({ params }) => getSupply(params.id))
