import { backupParams } from '#shared/schemas'
import { backupFolder, backupPath } from '../../../workroom/backups'
import { inspectWorkroom, keptNow } from '../../../workroom/read'

/** What is in a backup, beside what is kept now. */
export default defineRoute({ may: 'own', params: backupParams }, async ({ context, params }) => (
  { ...await inspectWorkroom(context, await backupPath(params.file, backupFolder(context.workroomId))), now: await keptNow(context) }))
