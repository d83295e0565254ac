import { cutBody, idParams } from '#shared/schemas'
import { cutLay } from '../../../services/cutting'

export default defineRoute({ params: idParams, body: cutBody }, ({ context, params, body }) => cutLay(context, params.id, body))
