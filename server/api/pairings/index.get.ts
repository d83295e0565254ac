import { pairingQuery } from '#shared/schemas'
import { pairingHistory } from '../../services/trials'

export default defineRoute({ query: pairingQuery }, ({ context, query: { clothId, supplyId, ...page } }) =>
  pairingHistory(context, clothId, supplyId, page),
)
