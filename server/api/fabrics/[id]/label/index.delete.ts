import { idParams } from '#shared/schemas'
import { dropLabel } from '../../../../services/labels'

export default defineRoute({ may: 'manage', params: idParams }, async ({ context, params, event }) => {
  await dropLabel(context, params.id)
  setResponseStatus(event, 204)
  return null
})
