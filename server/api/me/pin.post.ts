import { pinBody } from '#shared/schemas'
import { choosePin } from '../../people/people'

export default defineRoute({ may: 'read', body: pinBody }, ({ context, body }) => choosePin(context, body.pin))
