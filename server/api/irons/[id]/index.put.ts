import { idParams, ironUpdate } from '#shared/schemas'
import { updateIron } from '../../../services/shelf'

export default defineRoute({ may: 'manage', params: idParams, body: ironUpdate }, ({ context, params, body }) =>
  updateIron(context, params.id, body))
