import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { z } from 'zod'
import { readToFile } from '../../utils/body'
import { inspectWorkroom, keptNow, readWorkroom } from '../../workroom/read'

/** More than any disk here holds; what the disk cannot take is refused while it is unpacked. */
const MOST_BYTES = 1e12
const query = z.object({ dryRun: z.stringbool({ error: 'Dry run: yes or no.' }).default(false) })

/** The file itself is the body, an archive or JSON alone. With `dryRun` it is only looked into. */
export default defineRoute({ query }, async ({ context, query: { dryRun }, event }) => {
  const folder = await mkdtemp(join(tmpdir(), 'ready-cuff-in-'))
  try {
    const path = join(folder, 'file')
    await readToFile(event, path, MOST_BYTES)
    return dryRun ? { ...await inspectWorkroom(path), now: await keptNow(context) } : await readWorkroom(context, path)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
})
