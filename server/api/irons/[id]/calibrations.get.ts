import { idParams } from '#shared/schemas'
import { ironCalibrations } from '../../../services/calibrations'

export default defineRoute({ params: idParams }, ({ params }) => ironCalibrations(params.id))
