import { idParams } from '#shared/schemas'
import { labelBytes } from '../../../../services/labels'

export default defineRoute({ may: 'read', params: idParams }, async ({ context, params, event }) => {
  const jpeg = await labelBytes(context, params.id)
  setResponseHeaders(event, { 'content-type': 'image/jpeg', 'cache-control': 'private, no-cache', 'x-content-type-options': 'nosniff' })
  return jpeg
})
