import { idParams } from '#shared/schemas'
import { supplyRecords } from '../../../services/records'

export default defineRoute({ params: idParams }, ({ context, params }) => supplyRecords(context, params.id))
