import { idParams } from '#shared/schemas'
import { getSwatch } from '../../../services/swatches'

export default defineRoute({ may: 'read', params: idParams }, ({ context, params }) => getSwatch(context, params.id))
