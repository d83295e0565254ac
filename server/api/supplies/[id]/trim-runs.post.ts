import { idParams, trimRunBody } from '#shared/schemas'
import { addTrimRun } from '../../../services/records'

export default defineRoute({ may: 'manage', params: idParams, body: trimRunBody }, ({ context, params, body }) =>
  addTrimRun(context, params.id, body))
