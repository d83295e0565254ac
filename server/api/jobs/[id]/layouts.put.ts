import { idParams, layoutBody } from '#shared/schemas'
import { saveLayout } from '../../../services/cutting'

export default defineRoute({ may: 'manage', params: idParams, body: layoutBody }, ({ context, params, body }) =>
  saveLayout(context, params.id, body))
