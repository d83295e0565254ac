import { z } from 'zod'
import { SUPPLY_CSV, templateOf } from '#shared/csv'
import { getWorkroom } from '../../services/workroom'
import { exportSupplies } from '../../services/csv'

const query = z.object({ template: z.stringbool({ error: 'Template: yes or no.' }).default(false) })

export default defineRoute({ may: 'manage', query }, async ({ context, query: q, event }) => {
  setResponseHeader(event, 'content-type', 'text/csv; charset=utf-8')
  setResponseHeader(event, 'content-disposition', `attachment; filename="supplies${q.template ? '-template' : ''}.csv"`)
  return q.template ? templateOf(SUPPLY_CSV, (await getWorkroom(context)).units) : exportSupplies(context)
})
