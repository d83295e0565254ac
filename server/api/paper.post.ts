import { paperBody } from '#shared/schemas'
import { makingPaper } from '../services/making-paper'

export default defineRoute({ body: paperBody, mostBytes: 400_000 }, async ({ body, event }) => {
  const { bytes, type, name } = await makingPaper(body)
  setResponseHeaders(event, { 'content-type': type, 'content-disposition': `attachment; filename="${name}"` })
  return bytes
})
