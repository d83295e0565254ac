import { jobQuery } from '#shared/schemas'
import { listJobs } from '../../services/jobs'

export default defineRoute({ may: 'read', query: jobQuery }, ({ context, query }) => listJobs(context, query))
