import { cardBody } from '#shared/schemas'
import { countTry } from '../people/attempts'
import { cardOf } from '../people/card-link'
import { careCard } from '../services/care'
import { askedFrom } from '../utils/behind'

export default defineOpenRoute({ open: 'a signed link opens one care card, and nothing else', body: cardBody }, async ({ body, event }) => {
  await countTry([['card', askedFrom(event)]])
  const { context, jobId } = cardOf(body.token), { type, body: card } = await careCard(context, jobId, { as: body.as, size: 'card' })
  setResponseHeader(event, 'content-type', type)
  return card
})
