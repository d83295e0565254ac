import { idParams, stockMovementBody } from '#shared/schemas'
import { moveStock } from '../../../services/records'

export default defineRoute({ params: idParams, body: stockMovementBody }, ({ params, body }) => moveStock(params.id, body))
