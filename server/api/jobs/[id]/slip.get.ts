import { idParams, slipQuery } from '#shared/schemas'
import { careSlip } from '../../../services/care'

export default defineRoute({ params: idParams, query: slipQuery }, async ({ context, params, query, event }) => {
  const { type, body } = await careSlip(context, params.id, query)
  setResponseHeaders(event, { 'content-type': type,
    'content-disposition': `inline; filename="care.${query.as === 'pdf' ? 'pdf' : 'txt'}"` })
  return body
})
