import { idParams } from '#shared/schemas'
import { supplyWashes } from '../../../services/care'

export default defineRoute({ may: 'read', params: idParams }, ({ context, params }) => supplyWashes(context, params.id))
