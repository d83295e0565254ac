import { idParams, ironUpdate } from '#shared/schemas'
import { updateIron } from '../../../services/shelf'

export default defineRoute({ params: idParams, body: ironUpdate }, ({ params, body }) => updateIron(params.id, body))
