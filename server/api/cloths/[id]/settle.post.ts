import { idParams, settlePassBody } from '#shared/schemas'
import { addSettlePass } from '../../../services/records'

export default defineRoute({ params: idParams, body: settlePassBody }, ({ params, body }) => addSettlePass(params.id, body))
