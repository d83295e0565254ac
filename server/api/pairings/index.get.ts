import { pairingQuery } from '#shared/schemas'
import { pairingHistory } from '../../services/swatches'

export default defineRoute({ may: 'read', query: pairingQuery }, ({ context, query: { fabricId, supplyId, ...page } }) =>
  pairingHistory(context, fabricId, supplyId, page),
)
