import { idParams } from '#shared/schemas'
import { fabricRecords } from '../../../services/records'

export default defineRoute({ may: 'read', params: idParams }, ({ context, params }) => fabricRecords(context, params.id))
