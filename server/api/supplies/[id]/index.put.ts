import { idParams, supplyUpdate } from '#shared/schemas'
import { updateSupply } from '../../../services/shelf'

export default defineRoute({ may: 'manage', params: idParams, body: supplyUpdate }, ({ context, params, body }) =>
  updateSupply(context, params.id, body))
