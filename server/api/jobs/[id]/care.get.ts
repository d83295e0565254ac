import { idParams } from '#shared/schemas'
import { careLog } from '../../../services/care'

export default defineRoute({ may: 'read', params: idParams }, ({ context, params }) => careLog(context, params.id))
