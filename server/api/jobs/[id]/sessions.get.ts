import { idParams } from '#shared/schemas'
import { sessionsOf } from '../../../services/sessions'

export default defineRoute({ params: idParams }, ({ context, params }) => sessionsOf(context, params.id))
