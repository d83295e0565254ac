import { join } from 'node:path'
import { audit } from '../../people/audit'
import { sendFile } from '../../utils/send'
import { withWorkspace } from '../../utils/workspace'
import { writeArchive } from '../../workroom/write'

/** The whole workroom as an archive. It is written to disk first: a slow reader holds no connection of the database. */
export default defineRoute({ may: 'own' }, ({ context, event }) => withWorkspace('out', async (folder) => {
  const path = join(folder, 'workroom.zip')
  await writeArchive(context.workroomId, path)
  await audit(context, 'exported')
  await sendFile(event, path, { type: 'application/zip', name: 'workroom.zip' })
}))
