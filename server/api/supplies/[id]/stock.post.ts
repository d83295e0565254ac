import { idParams, stockMovementBody } from '#shared/schemas'
import { moveStock } from '../../../services/records'

export default defineRoute({ may: 'manage', params: idParams, body: stockMovementBody }, ({ context, params, body }) =>
  moveStock(context, params.id, body),
)
