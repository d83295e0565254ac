import { idParams } from '#shared/schemas'
import { sessionsOf } from '../../../services/sessions'

export default defineRoute({ may: 'read', params: idParams }, ({ context, params }) => sessionsOf(context, params.id))
