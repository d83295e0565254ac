import { idParams, sessionEventsQuery } from '#shared/schemas'
import { newsOf } from '../../../services/sessions'

export default defineRoute({ may: 'read', params: idParams, query: sessionEventsQuery }, ({ context, params, query }) =>
  newsOf(context, params.id, query.after))
