import { deviceBody, idParams } from '#shared/schemas'
import { stayAtBoard } from '../../../people/devices'

export default defineRoute({ may: 'own', params: idParams, body: deviceBody }, async ({ context, params, body }) => {
  await stayAtBoard(context, params.id, body.name)
  return { paired: true }
})
