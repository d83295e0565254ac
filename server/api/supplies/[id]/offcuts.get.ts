import { idParams } from '#shared/schemas'
import { offcutsOf } from '../../../services/cutting'

export default defineRoute({ may: 'read', params: idParams }, ({ context, params }) => offcutsOf(context, params.id))
