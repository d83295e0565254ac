import { idParams } from '#shared/schemas'
import { getJob } from '../../../services/jobs'

export default defineRoute({ may: 'read', params: idParams }, ({ context, params }) => getJob(context, params.id))
