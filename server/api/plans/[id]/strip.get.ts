import { idParams } from '#shared/schemas'
import { planStrip } from '../../../services/plans'

export default defineRoute({ params: idParams }, async ({ params, event }) => {
  const pdf = await planStrip(params.id)
  setResponseHeaders(event, { 'content-type': 'application/pdf', 'content-disposition': 'inline; filename="swatch-plan.pdf"' })
  return pdf
})
