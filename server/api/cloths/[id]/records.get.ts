import { idParams } from '#shared/schemas'
import { clothRecords } from '../../../services/records'

export default defineRoute({ params: idParams }, ({ context, params }) => clothRecords(context, params.id))
