import { fabricUpdate, idParams } from '#shared/schemas'
import { updateFabric } from '../../../services/fabrics'

export default defineRoute({ params: idParams, body: fabricUpdate }, ({ context, params, body }) => updateFabric(context, params.id, body))
