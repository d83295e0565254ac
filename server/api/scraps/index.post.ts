import { scrapBody } from '#shared/schemas'
import { keepScrap } from '../../services/scraps'

export default defineRoute({ may: 'manage', body: scrapBody, mostBytes: 400_000 }, async ({ context, body, event }) => {
  const scrap = await keepScrap(context, body)
  setResponseStatus(event, 201)
  return scrap
})
