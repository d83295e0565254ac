import { idParams } from '#shared/schemas'
import { supplyRecords } from '../../../services/records'

export default defineRoute({ may: 'read', params: idParams }, ({ context, params }) => supplyRecords(context, params.id))
