import { idParams } from '#shared/schemas'
import { audit } from '../../../people/audit'
import { dropScrap } from '../../../services/scraps'

export default defineRoute({ may: 'own', params: idParams }, async ({ context, params }) => {
  await dropScrap(context, params.id)
  await audit(context, 'removed', 'a scrap')
  return { done: true }
})
