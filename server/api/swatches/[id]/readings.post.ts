import { idParams, readingAdded } from '#shared/schemas'
import { addReading } from '../../../services/swatches'

export default defineRoute({ may: 'work', params: idParams, body: readingAdded }, ({ context, params, body }) =>
  addReading(context, params.id, body))
