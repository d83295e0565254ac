import { idParams, pageQuery } from '#shared/schemas'
import { fabricHistory } from '../../../services/swatches'

export default defineRoute({ may: 'read', params: idParams, query: pageQuery }, ({ context, params, query }) =>
  fabricHistory(context, params.id, query))
