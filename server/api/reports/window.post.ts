import { windowReportBody } from '#shared/schemas'
import { windowReport } from '../../services/reports'

export default defineRoute({ body: windowReportBody }, ({ body }) => windowReport(body))
