import { idParams, readingBody } from '#shared/schemas'
import { addReading } from '../../../services/trials'

export default defineRoute({ params: idParams, body: readingBody }, ({ params, body }) => addReading(params.id, body))
