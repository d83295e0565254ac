import { idParams, layBody } from '#shared/schemas'
import { keepLay } from '../../../services/cutting'

export default defineRoute({ params: idParams, body: layBody }, ({ context, params, body }) => keepLay(context, params.id, body))
