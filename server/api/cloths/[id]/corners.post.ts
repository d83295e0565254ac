import { idParams, cornerStepBody } from '#shared/schemas'
import { addCornerStep } from '../../../services/records'

export default defineRoute({ params: idParams, body: cornerStepBody }, ({ params, body }) => addCornerStep(params.id, body))
