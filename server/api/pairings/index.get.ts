import { pairingQuery } from '#shared/schemas'
import { pairingHistory } from '../../services/trials'

export default defineRoute({ query: pairingQuery }, ({ query: { clothId, supplyId, ...page } }) => pairingHistory(clothId, supplyId, page))
