import { join } from 'node:path'
import { z } from 'zod'
import { readToFile } from '../../utils/body'
import { withWorkspace } from '../../utils/workspace'
import { inspectWorkroom, keptNow, readWorkroom } from '../../workroom/read'

/** More than any disk here holds; what the disk cannot take is refused while it is unpacked. */
const MOST_BYTES = 1e12
const query = z.object({ dryRun: z.stringbool({ error: 'Dry run: yes or no.' }).default(false) })

/** The file itself is the body, an archive or JSON alone. With `dryRun` it is only looked into. */
export default defineRoute({ may: 'own', query }, ({ context, query: { dryRun }, event }) => withWorkspace('file', async (folder) => {
  const path = join(folder, 'file')
  await readToFile(event, path, MOST_BYTES)
  return dryRun ? { ...await inspectWorkroom(context, path), now: await keptNow(context) } : await readWorkroom(context, path)
}))
