import { idParams, piecesBody } from '#shared/schemas'
import { keepPieces } from '../../../services/places'

export default defineRoute({ params: idParams, body: piecesBody }, ({ params, body }) => keepPieces(params.id, body.place, body.pieces))
