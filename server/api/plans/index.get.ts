import { pairingQuery } from '#shared/schemas'
import { plansOf } from '../../services/plans'

export default defineRoute({ may: 'read', query: pairingQuery }, ({ context, query }) => plansOf(context, query.fabricId, query.supplyId))
