import { idParams } from '#shared/schemas'
import { getTrial } from '../../../services/trials'

export default defineRoute({ params: idParams }, ({ params }) => getTrial(params.id))
