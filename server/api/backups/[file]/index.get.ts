import { backupParams } from '#shared/schemas'
import { backupPath } from '../../../workroom/backups'
import { inspectWorkroom, keptNow } from '../../../workroom/read'

/** What is in a backup, beside what is kept now. */
export default defineRoute({ params: backupParams }, async ({ context, params }) => (
  { ...await inspectWorkroom(context, await backupPath(params.file)), now: await keptNow(context) }))
