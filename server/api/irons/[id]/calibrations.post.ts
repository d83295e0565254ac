import { calibrationBody, idParams } from '#shared/schemas'
import { calibrateSetting } from '../../../services/calibrations'

export default defineRoute({ may: 'work', params: idParams, body: calibrationBody }, ({ context, params, body }) =>
  calibrateSetting(context, params.id, body),
)
