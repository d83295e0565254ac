import { idParams } from '#shared/schemas'
import { dropScrap } from '../../../services/scraps'

export default defineRoute({ params: idParams }, async ({ context, params }) => {
  await dropScrap(context, params.id)
  return { done: true }
})
