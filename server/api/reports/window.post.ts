import { z } from 'zod'
import { windowReportBody } from '#shared/schemas'
import { windowReport, windowReportPdf } from '../../services/reports'

const query = z.object({ as: z.enum(['json', 'pdf'], { error: 'As: json or pdf.' }).default('json') })

export default defineRoute({ may: 'read', body: windowReportBody, query }, async ({ context, body, query: q, event }) => {
  if (q.as === 'json') return windowReport(context, body)
  setResponseHeaders(event, { 'content-type': 'application/pdf', 'content-disposition': 'attachment; filename="window.pdf"' })
  return windowReportPdf(context, body)
})
