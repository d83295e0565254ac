import { idParams } from '#shared/schemas'
import { supplyRecords } from '../../../services/records'

export default defineRoute({ params: idParams }, ({ params }) => supplyRecords(params.id))
