import { newPairingCode } from '../../people/devices'

export default defineRoute({ may: 'own' }, async ({ context, event }) => {
  setResponseStatus(event, 201)
  return newPairingCode(context)
})
