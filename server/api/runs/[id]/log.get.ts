import { idParams } from '#shared/schemas'
import { runLog } from '../../../services/runs'

export default defineRoute({ params: idParams }, async ({ context, params, event }) => {
  setHeader(event, 'content-type', 'text/csv; charset=utf-8')
  setHeader(event, 'content-disposition', 'attachment; filename="run.csv"')
  return runLog(context, params.id)
})
