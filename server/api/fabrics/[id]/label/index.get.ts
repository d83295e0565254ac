import { idParams } from '#shared/schemas'
import { labelBytes } from '../../../../services/labels'

export default defineRoute({ may: 'read', params: idParams }, async ({ context, params, event }) => {
  const jpeg = await labelBytes(context, params.id)
  setResponseHeader(event, 'cache-control', 'private, no-cache')
  if (jpeg === null) {
    setResponseStatus(event, 204)
    return null
  }
  setResponseHeaders(event, { 'content-type': 'image/jpeg', 'x-content-type-options': 'nosniff' })
  return jpeg
})
