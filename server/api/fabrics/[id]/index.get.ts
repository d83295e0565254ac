import { idParams } from '#shared/schemas'
import { getFabric } from '../../../services/fabrics'

export default defineRoute({ params: idParams }, ({ context, params }) => getFabric(context, params.id))
