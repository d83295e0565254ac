import { idParams } from '#shared/schemas'
import { getJob } from '../../../services/jobs'

export default defineRoute({ params: idParams }, ({ context, params }) => getJob(context, params.id))
