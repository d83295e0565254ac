import { idParams, ironUpdate } from '#shared/schemas'
import { updateIron } from '../../../services/shelf'

export default defineRoute({ params: idParams, body: ironUpdate }, ({ context, params, body }) => updateIron(context, params.id, body))
