import { cutBody, idParams } from '#shared/schemas'
import { cutLayout } from '../../../services/cutting'

export default defineRoute({ may: 'manage', params: idParams, body: cutBody }, ({ context, params, body }) =>
  cutLayout(context, params.id, body))
