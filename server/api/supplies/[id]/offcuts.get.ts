import { idParams } from '#shared/schemas'
import { offcutsOf } from '../../../services/cutting'

export default defineRoute({ params: idParams }, ({ context, params }) => offcutsOf(context, params.id))
