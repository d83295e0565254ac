import { idParams, piecesQuery } from '#shared/schemas'
import { piecesOf } from '../../../services/places'

export default defineRoute({ may: 'read', params: idParams, query: piecesQuery }, ({ context, params, query }) =>
  piecesOf(context, params.id, query.place),
)
