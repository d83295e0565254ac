import { idParams, passphraseBody } from '#shared/schemas'
import { askAgainWhetherOpen } from '../../../people/door'
import { givePassphrase } from '../../../people/people'
import { askedFrom } from '../../../utils/behind'

export default defineRoute({ may: 'own', params: idParams, body: passphraseBody }, async ({ context, params, body, event }) => {
  const person = await givePassphrase(context, params.id, body.passphrase, askedFrom(event))
  askAgainWhetherOpen()
  return person
})
