import { idParams } from '#shared/schemas'
import { endDevice } from '../../../people/devices'

export default defineRoute({ may: 'own', params: idParams }, async ({ context, params }) => {
  await endDevice(context, params.id)
  return { ended: true }
})
