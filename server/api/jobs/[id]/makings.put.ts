import { idParams } from '#shared/schemas'
import { saveMakings } from '../../../services/makings'

export default defineRoute(
  { may: 'manage', params: idParams, body: 'makings', mostBytes: 2_000_000 }, ({ context, params, body }) =>
    saveMakings(context, params.id, body),
)
