import { idParams } from '#shared/schemas'
import { replan } from '../../../services/sessions'

const PLAN_MOST_BYTES = 8_000_000
export default defineRoute(
  { may: 'work', params: idParams, body: 'replan', mostBytes: PLAN_MOST_BYTES }, ({ context, params, body }) =>
    replan(context, params.id, body),
)
