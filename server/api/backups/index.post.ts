import { makeBackup } from '../../workroom/backups'

export default defineRoute({ may: 'own' }, async ({ context, event }) => {
  const backup = await makeBackup(context.workroomId, 'byHand')
  setResponseStatus(event, 201)
  return backup
})
