import { idParams } from '#shared/schemas'
import { getRun } from '../../../services/runs'

export default defineRoute({ params: idParams }, ({ context, params }) => getRun(context, params.id))
