import { idParams, historyQuery } from '#shared/schemas'
import { fabricHistory } from '../../../services/swatches'

export default defineRoute({ may: 'read', params: idParams, query: historyQuery }, ({ context, params, query }) =>
  fabricHistory(context, params.id, query))
