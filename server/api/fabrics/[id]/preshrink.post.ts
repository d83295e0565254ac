import { idParams, preshrinkPassBody } from '#shared/schemas'
import { addPreshrinkPass } from '../../../services/records'

export default defineRoute({ may: 'manage', params: idParams, body: preshrinkPassBody }, ({ context, params, body }) =>
  addPreshrinkPass(context, params.id, body),
)
