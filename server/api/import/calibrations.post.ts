import { CSV_MOST_BYTES, csvBody } from '#shared/schemas'
import { importCalibrations } from '../../services/calibrations'

export default defineRoute({ body: csvBody, mostBytes: CSV_MOST_BYTES * 1.2 }, ({ context, body }) =>
  importCalibrations(context, body.csv, body.dryRun),
)
