import { idParams, piecesBody } from '#shared/schemas'
import { keepPieces } from '../../../services/places'

export default defineRoute({ may: 'manage', params: idParams, body: piecesBody }, ({ context, params, body }) =>
  keepPieces(context, params.id, body.place, body.pieces),
)
