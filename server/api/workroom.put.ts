import { workroomUpdate } from '#shared/schemas'
import { audit } from '../people/audit'
import { updateWorkroom } from '../services/workroom'

export default defineRoute({ may: 'manage', body: workroomUpdate }, async ({ context, body }) => {
  const workroom = await updateWorkroom(context, body)
  await audit(context, 'rules')
  return workroom
})
