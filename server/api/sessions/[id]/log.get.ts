import { idParams } from '#shared/schemas'
import { sessionLog } from '../../../services/sessions'

export default defineRoute({ may: 'read', params: idParams }, async ({ context, params, event }) => {
  setHeader(event, 'content-type', 'text/csv; charset=utf-8')
  setHeader(event, 'content-disposition', 'attachment; filename="run.csv"')
  return sessionLog(context, params.id)
})
