import { calibrationTemplate } from '#shared/csv'

/** Readings are not kept once fitted, so only the template goes out. */
export default defineRoute({ may: 'manage' }, async ({ event }) => {
  setResponseHeader(event, 'content-type', 'text/csv; charset=utf-8')
  setResponseHeader(event, 'content-disposition', 'attachment; filename="calibrations-template.csv"')
  return calibrationTemplate()
})
