import { calibrationBody, idParams } from '#shared/schemas'
import { calibrateStop } from '../../../services/calibrations'

export default defineRoute({ params: idParams, body: calibrationBody }, ({ context, params, body }) =>
  calibrateStop(context, params.id, body),
)
