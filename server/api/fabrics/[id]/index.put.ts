import { fabricUpdate, idParams } from '#shared/schemas'
import { updateFabric } from '../../../services/fabrics'

export default defineRoute({ may: 'manage', params: idParams, body: fabricUpdate }, ({ context, params, body }) =>
  updateFabric(context, params.id, body))
