import { z } from 'zod'
import { FABRIC_CSV, templateOf } from '#shared/csv'
import { getWorkroom } from '../../services/workroom'
import { exportFabrics } from '../../services/csv'

const query = z.object({ template: z.stringbool({ error: 'Template: yes or no.' }).default(false) })

export default defineRoute({ may: 'manage', query }, async ({ context, query: q, event }) => {
  setResponseHeader(event, 'content-type', 'text/csv; charset=utf-8')
  setResponseHeader(event, 'content-disposition', `attachment; filename="fabrics${q.template ? '-template' : ''}.csv"`)
  return q.template ? templateOf(FABRIC_CSV, (await getWorkroom(context)).units) : exportFabrics(context)
})
