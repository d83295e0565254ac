import { ironBody } from '#shared/schemas'
import { createIron } from '../../services/shelf'

export default defineRoute({ may: 'manage', body: ironBody }, async ({ context, body, event }) => {
  const iron = await createIron(context, body)
  setResponseStatus(event, 201)
  return iron
})
