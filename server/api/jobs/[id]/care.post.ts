import { careEventBody, idParams } from '#shared/schemas'
import { addCareEvent } from '../../../services/care'

export default defineRoute({ may: 'work', params: idParams, body: careEventBody }, ({ context, params, body }) =>
  addCareEvent(context, params.id, body))
