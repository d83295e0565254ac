import { idParams, settlePassBody } from '#shared/schemas'
import { addSettlePass } from '../../../services/records'

export default defineRoute({ params: idParams, body: settlePassBody }, ({ context, params, body }) =>
  addSettlePass(context, params.id, body),
)
