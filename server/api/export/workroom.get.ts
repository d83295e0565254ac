import { createReadStream } from 'node:fs'
import { mkdtemp, rm, stat } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { writeArchive } from '../../workroom/write'

/** The whole workroom as an archive. It is written to disk first: a slow reader holds no connection of the database. */
export default defineRoute({}, async ({ context, event }) => {
  const folder = await mkdtemp(join(tmpdir(), 'ready-cuff-out-'))
  const tidy = () => rm(folder, { recursive: true, force: true })
  try {
    const path = join(folder, 'workroom.zip')
    await writeArchive(context.workshopId, path)
    setResponseHeaders(event, {
      'content-type': 'application/zip', 'content-disposition': 'attachment; filename="workroom.zip"',
      'content-length': (await stat(path)).size, 'cache-control': 'no-store',
    })
    const file = createReadStream(path)
    file.once('close', () => { void tidy() })
    return sendStream(event, file)
  } catch (error) {
    await tidy()
    throw error
  }
})
