import { idParams, jobUpdate } from '#shared/schemas'
import { updateJob } from '../../../services/jobs'

export default defineRoute({ may: 'manage', params: idParams, body: jobUpdate }, ({ context, params, body }) =>
  updateJob(context, params.id, body))
