import { backupParams } from '#shared/schemas'
import { backupPath, makeBackup } from '../../../workroom/backups'
import { readWorkroom } from '../../../workroom/read'

/** Puts a backup in place of what is kept; that is backed up first. */
export default defineRoute({ params: backupParams }, async ({ context, params }) => {
  const path = await backupPath(params.file)
  await makeBackup(context.workroomId, 'beforeRestore', params.file)
  return readWorkroom(context, path)
})
