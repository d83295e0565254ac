import { idParams } from '#shared/schemas'
import { getSession } from '../../../services/sessions'

export default defineRoute({ may: 'read', params: idParams }, ({ context, params }) => getSession(context, params.id))
