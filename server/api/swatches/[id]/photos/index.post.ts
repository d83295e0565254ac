import { readBytes } from '../../../../utils/route'
import { idParams, PHOTO_MOST_BYTES, photoQuery } from '#shared/schemas'
import { addPhoto } from '../../../../services/photos'

/** The picture itself is the body; what it claims to be is not believed. */
export default defineRoute({ may: 'work', params: idParams, query: photoQuery }, async ({ context, params, query, event }) => {
  const photo = await addPhoto(context, params.id, query.stage, await readBytes(event, PHOTO_MOST_BYTES), query.clientKey)
  setResponseStatus(event, 201)
  return photo
})
