import { idParams, measurementBody } from '#shared/schemas'
import { addMeasurement } from '../../../services/records'

export default defineRoute({ params: idParams, body: measurementBody }, ({ params, body }) => addMeasurement(params.id, body))
