import { idParams, cornerStepBody } from '#shared/schemas'
import { addCornerStep } from '../../../services/records'

export default defineRoute({ may: 'work', params: idParams, body: cornerStepBody }, ({ context, params, body }) =>
  addCornerStep(context, params.id, body),
)
