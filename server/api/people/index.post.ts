import { personBody } from '#shared/schemas'
import { askAgainWhetherOpen } from '../../people/door'
import { addPerson } from '../../people/people'
import { askedFrom } from '../../utils/behind'

export default defineRoute({ may: 'own', body: personBody }, async ({ context, body, event }) => {
  const person = await addPerson(context, body, askedFrom(event))
  askAgainWhetherOpen()
  setResponseStatus(event, 201)
  return person
})
