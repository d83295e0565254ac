import { idParams, piecesQuery } from '#shared/schemas'
import { piecesOf } from '../../../services/places'

export default defineRoute({ params: idParams, query: piecesQuery }, ({ params, query }) => piecesOf(params.id, query.place))
