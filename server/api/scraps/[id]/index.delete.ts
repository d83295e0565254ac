import { idParams } from '#shared/schemas'
import { audit } from '../../../people/audit'
import { dropScrap } from '../../../services/scraps'

export default defineRoute({ may: 'own', params: idParams }, async ({ context, params }) => {
  await dropScrap(context, params.id)
  return { done: true }
})
