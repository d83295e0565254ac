import { idParams } from '#shared/schemas'
import { planStrip } from '../../../services/plans'

export default defineRoute({ may: 'read', params: idParams }, async ({ context, params, event }) => {
  const pdf = await planStrip(context, params.id)
  setResponseHeaders(event, { 'content-type': 'application/pdf', 'content-disposition': 'inline; filename="swatch-plan.pdf"' })
  return pdf
})
