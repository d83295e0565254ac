import { idParams } from '#shared/schemas'
import { dropOffcut } from '../../../services/cutting'

export default defineRoute({ may: 'manage', params: idParams }, async ({ context, params }) => {
  await dropOffcut(context, params.id)
  return { done: true }
})
