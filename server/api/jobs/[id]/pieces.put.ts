import { idParams } from '#shared/schemas'
import { savePieces } from '../../../services/cutting'

export default defineRoute(
  { may: 'manage', params: idParams, body: 'pieces', mostBytes: 4_000_000 }, ({ context, params, body }) =>
    savePieces(context, params.id, body),
)
