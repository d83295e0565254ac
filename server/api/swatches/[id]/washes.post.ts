import { idParams, washBody } from '#shared/schemas'
import { addWash } from '../../../services/swatches'

export default defineRoute({ may: 'work', params: idParams, body: washBody }, ({ context, params, body }) =>
  addWash(context, params.id, body))
