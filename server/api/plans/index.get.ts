import { pairingQuery } from '#shared/schemas'
import { plansOf } from '../../services/plans'

export default defineRoute({ query: pairingQuery }, ({ context, query }) => plansOf(context, query.fabricId, query.supplyId))
