import { calibrationBody, idParams } from '#shared/schemas'
import { calibrateStop } from '../../../services/calibrations'

export default defineRoute({ params: idParams, body: calibrationBody }, ({ params, body }) => calibrateStop(params.id, body))
