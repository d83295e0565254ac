import { idParams } from '#shared/schemas'
import { getTrial } from '../../../services/trials'

export default defineRoute({ params: idParams }, ({ context, params }) => getTrial(context, params.id))
