import { idParams } from '#shared/schemas'
import { fabricRecords } from '../../../services/records'

export default defineRoute({ params: idParams }, ({ context, params }) => fabricRecords(context, params.id))
