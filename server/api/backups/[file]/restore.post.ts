import { backupParams } from '#shared/schemas'
import { backupFolder, backupPath, makeBackup } from '../../../workroom/backups'
import { readWorkroom } from '../../../workroom/read'

/** Puts a backup in place of what is kept; that is backed up first. */
export default defineRoute({ may: 'own', params: backupParams }, async ({ context, params }) => {
  const path = await backupPath(params.file, backupFolder(context.workroomId))
  await makeBackup(context.workroomId, 'beforeRestore', params.file)
  return readWorkroom(context, path, 'thread', params.file)
})
