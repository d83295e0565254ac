import { passphraseBody } from '#shared/schemas'
import { carriedBy, carry } from '../../people/cookie'
import { askAgainWhetherOpen } from '../../people/door'
import { changePassphrase } from '../../people/people'
import { keepSignedIn } from '../../people/sign-in'
import { askedFrom } from '../../utils/behind'

export default defineRoute({ may: 'read', body: passphraseBody }, async ({ context, body, event }) => {
  const person = await changePassphrase(context, body, askedFrom(event))
  askAgainWhetherOpen()
  // Whoever gave the first passphrase of an open workroom has nothing that signs him in yet.
  if (!context.who?.signInId) await carry(event, await keepSignedIn(context, await carriedBy(event)))
  return person
})
