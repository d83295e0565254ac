import { beginBody } from '#shared/schemas'
import { carry } from '../people/cookie'
import { beginWorkroom } from '../services/beginning'

export default defineOpenRoute({ open: 'begins the first workroom of a server that has none', body: beginBody }, async ({ body,
  event }) => {
  const { workroom, carried } = await beginWorkroom(body)
  await carry(event, carried)
  setResponseStatus(event, 201)
  return workroom
})
