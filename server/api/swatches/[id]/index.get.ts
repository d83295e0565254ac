import { idParams } from '#shared/schemas'
import { getSwatch } from '../../../services/swatches'

export default defineRoute({ params: idParams }, ({ context, params }) => getSwatch(context, params.id))
