import { idParams, runEventsQuery } from '#shared/schemas'
import { newsOf } from '../../../services/runs'

export default defineRoute({ params: idParams, query: runEventsQuery }, ({ context, params, query }) =>
  newsOf(context, params.id, query.after))
