import { CSV_MOST_BYTES, csvBody } from '#shared/schemas'
import { audit } from '../../people/audit'
import { importSupplies } from '../../services/csv'

export default defineRoute({ may: 'manage', body: csvBody, mostBytes: CSV_MOST_BYTES * 1.2 }, async ({ context, body }) => {
  const report = await importSupplies(context, body.csv, body.dryRun)
  if (report.stored) await audit(context, 'imported', `supplies: ${report.counts.new} new, ${report.counts.changes} changed`)
  return report
})
