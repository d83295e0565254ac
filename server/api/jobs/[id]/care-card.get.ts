import { idParams, careCardQuery } from '#shared/schemas'
import { careCard } from '../../../services/care'

export default defineRoute({ may: 'read', params: idParams, query: careCardQuery }, async ({ context, params, query, event }) => {
  const { type, body } = await careCard(context, params.id, query)
  setResponseHeaders(event, { 'content-type': type,
    'content-disposition': `inline; filename="care.${query.as === 'pdf' ? 'pdf' : 'txt'}"` })
  return body
})
