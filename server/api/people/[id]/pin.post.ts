import { idParams, pinBody } from '#shared/schemas'
import { givePin } from '../../../people/people'

export default defineRoute({ may: 'own', params: idParams, body: pinBody }, ({ context, params, body }) =>
  givePin(context, params.id, body.pin))
