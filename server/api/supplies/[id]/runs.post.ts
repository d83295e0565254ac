import { idParams, trimRunBody } from '#shared/schemas'
import { addTrimRun } from '../../../services/records'

export default defineRoute({ params: idParams, body: trimRunBody }, ({ params, body }) => addTrimRun(params.id, body))
