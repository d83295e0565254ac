import { ironBody } from '#shared/schemas'
import { createIron } from '../../services/shelf'

export default defineRoute({ body: ironBody }, async ({ body, event }) => {
  const iron = await createIron(body)
  setResponseStatus(event, 201)
  return iron
})
