import { idParams } from '#shared/schemas'
import { getFabric } from '../../../services/fabrics'

export default defineRoute({ may: 'read', params: idParams }, ({ context, params }) => getFabric(context, params.id))
