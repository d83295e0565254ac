import { matchShelfQuery } from '#shared/schemas'
import { shelfForMatch } from '../../services/match'

export default defineRoute({ query: matchShelfQuery }, ({ context, query }) => shelfForMatch(context, query.fabricId))
