import { idParams, readingBody } from '#shared/schemas'
import { addReading } from '../../../services/trials'

export default defineRoute({ params: idParams, body: readingBody }, ({ context, params, body }) => addReading(context, params.id, body))
