import { idParams, washBody } from '#shared/schemas'
import { addWash } from '../../../services/trials'

export default defineRoute({ params: idParams, body: washBody }, ({ params, body }) => addWash(params.id, body))
