import { readBytes } from '../../../../utils/route'
import { idParams, PHOTO_MOST_BYTES } from '#shared/schemas'
import { keepLabel } from '../../../../services/labels'

/** The picture itself is the body; what it claims to be is not believed. */
export default defineRoute({ may: 'manage', params: idParams }, async ({ context, params, event }) =>
  keepLabel(context, params.id, await readBytes(event, PHOTO_MOST_BYTES)))
