import { photoParams } from '#shared/schemas'
import { photoBytes } from '../../../../services/photos'

export default defineRoute({ may: 'read', params: photoParams }, async ({ context, params, event }) => {
  const jpeg = await photoBytes(context, params.id, params.photo)
  setResponseHeaders(event, {
    'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable', 'x-content-type-options': 'nosniff',
  })
  return jpeg
})
