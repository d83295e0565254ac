import { beginBody } from '#shared/schemas'
import { beginWorkroom } from '../services/beginning'

export default defineOpenRoute({ body: beginBody }, async ({ body, event }) => {
  const workroom = await beginWorkroom(body)
  setResponseStatus(event, 201)
  return workroom
})
