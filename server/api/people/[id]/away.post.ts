import { idParams } from '#shared/schemas'
import { putAway } from '../../../people/people'

export default defineRoute({ may: 'own', params: idParams }, ({ context, params }) => putAway(context, params.id, true))
