import { idParams } from '#shared/schemas'
import { careLog } from '../../../services/care'

export default defineRoute({ params: idParams }, ({ context, params }) => careLog(context, params.id))
