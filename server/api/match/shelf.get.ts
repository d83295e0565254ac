import { matchShelfQuery } from '#shared/schemas'
import { shelfForMatch } from '../../services/match'

export default defineRoute({ may: 'read', query: matchShelfQuery }, ({ context, query }) => shelfForMatch(context, query.fabricId))
