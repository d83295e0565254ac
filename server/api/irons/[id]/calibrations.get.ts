import { idParams } from '#shared/schemas'
import { ironCalibrations } from '../../../services/records'

export default defineRoute({ params: idParams }, ({ params }) => ironCalibrations(params.id))
