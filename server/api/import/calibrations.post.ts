import { CSV_MOST_BYTES, csvBody } from '#shared/schemas'
import { audit } from '../../people/audit'
import { importCalibrations } from '../../services/calibrations'

export default defineRoute({ may: 'manage', body: csvBody, mostBytes: CSV_MOST_BYTES * 1.2 }, async ({ context, body }) => {
  const report = await importCalibrations(context, body.csv, body.dryRun)
  if (report.stored) await audit(context, 'imported', `calibrations: ${report.counts.new} new, ${report.counts.changes} changed`)
  return report
})
