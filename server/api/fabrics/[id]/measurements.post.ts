import { idParams, measurementBody } from '#shared/schemas'
import { addMeasurement } from '../../../services/records'

export default defineRoute({ may: 'work', params: idParams, body: measurementBody }, ({ context, params, body }) =>
  addMeasurement(context, params.id, body),
)
