import { idParams } from '#shared/schemas'
import { cuttingOf } from '../../../services/cutting'

export default defineRoute({ may: 'read', params: idParams }, ({ context, params }) => cuttingOf(context, params.id))
