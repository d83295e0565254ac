import { idParams } from '#shared/schemas'
import { clothRecords } from '../../../services/records'

export default defineRoute({ params: idParams }, ({ params }) => clothRecords(params.id))
