import { join } from 'node:path'
import { z } from 'zod'
import { COPIED_KEYS } from '#shared/copying'
import { readToFile } from '../../utils/body'
import { withWorkspace } from '../../utils/workspace'
import { inspectWorkroom, keptNow, readWorkroom, takeFrom } from '../../workroom/read'

/** More than any disk here holds; what the disk cannot take is refused while it is unpacked. */
const MOST_BYTES = 1e12
const query = z.object({
  dryRun: z.stringbool({ error: 'Dry run: yes or no.' }).default(false),
  /** Only these, beside what is here; all of it in its place where nothing is named. */
  only: z.string().transform(s => s.split(',').filter(Boolean)).pipe(
    z.array(z.enum(COPIED_KEYS, { error: `Only: name ${COPIED_KEYS.join(', ')}.` }))).default([]),
})

/**
 * The file itself is the body, an archive or JSON alone. With `dryRun` it is only looked into; with `only` some of it is taken beside what
 * is here.
 */
export default defineRoute({ may: 'own', query }, ({ context, query: { dryRun, only }, event }) => withWorkspace('file', async (folder) => {
  const path = join(folder, 'file')
  await readToFile(event, path, MOST_BYTES)
  if (only.length > 0 && !dryRun) return takeFrom(context, path, only)
  return dryRun ? { ...await inspectWorkroom(context, path), now: await keptNow(context) } : await readWorkroom(context, path)
}))
