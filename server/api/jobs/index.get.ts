import { jobQuery } from '#shared/schemas'
import { listJobs } from '../../services/jobs'

export default defineRoute({ query: jobQuery }, ({ context, query }) => listJobs(context, query))
