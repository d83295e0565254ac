import { ironBody } from '#shared/schemas'
import { createIron } from '../../services/shelf'

export default defineRoute({ body: ironBody }, async ({ context, body, event }) => {
  const iron = await createIron(context, body)
  setResponseStatus(event, 201)
  return iron
})
