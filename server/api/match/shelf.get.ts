import { matchShelfQuery } from '#shared/schemas'
import { shelfForMatch } from '../../services/match'

export default defineRoute({ query: matchShelfQuery }, ({ query }) => shelfForMatch(query.clothId))
