import { CSV_MOST_BYTES, csvBody } from '#shared/schemas'
import { importFabrics } from '../../services/csv'

export default defineRoute({ body: csvBody, mostBytes: CSV_MOST_BYTES * 1.2 }, ({ context, body }) =>
  importFabrics(context, body.csv, body.dryRun),
)
