import { pairingQuery } from '#shared/schemas'
import { plansOf } from '../../services/plans'

export default defineRoute({ query: pairingQuery }, ({ query }) => plansOf(query.clothId, query.supplyId))
