import { idParams } from '#shared/schemas'
import { makingsOf } from '../../../services/makings'

export default defineRoute({ may: 'read', params: idParams }, ({ context, params }) => makingsOf(context, params.id))
