import { idParams } from '#shared/schemas'
import { getSupply } from '../../../services/shelf'

export default defineRoute({ may: 'read', params: idParams }, ({ context, params }) => getSupply(context, params.id))
