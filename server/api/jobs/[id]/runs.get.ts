import { idParams } from '#shared/schemas'
import { runsOf } from '../../../services/runs'

export default defineRoute({ params: idParams }, ({ context, params }) => runsOf(context, params.id))
