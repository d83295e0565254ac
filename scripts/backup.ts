/** `backup` writes the workroom beside its data; `restore FILE` puts a workroom file in place of what is kept, after a backup of that. */
import { stat } from 'node:fs/promises'
import { basename, resolve } from 'node:path'
import { database } from '../server/db/connection'
import { contextOfScript } from '../server/people/asking'
import { ProblemError } from '../server/utils/problem'
import { backupFolder, makeBackup } from '../server/workroom/backups'
import { readWorkroom } from '../server/workroom/read'
import { workroomSentence } from '#shared/words'

const [what, given] = process.argv.slice(2)
try {
  const context = await contextOfScript(process.env.READY_CUFF_WORKROOM)
  if (what === 'backup') {
    const { file, bytes } = await makeBackup(context.workroomId, 'byHand')
    console.log(`Written: ${backupFolder(context.workroomId)}/${file} (${(bytes / 1e6).toFixed(1)} MB)`)
  } else {
    if (!given) throw new Error('Say which file: npm run restore FILE')
    const path = resolve(given)
    if (!await stat(path).catch(() => null)) throw new Error(`There is no file ${given}.`)
    await makeBackup(context.workroomId, 'beforeRestore', basename(path))
    console.log(workroomSentence(await readWorkroom(context, path, 'here')))
  }
} catch (error) {
  console.error(error instanceof ProblemError || error instanceof Error ? error.message : error)
  process.exitCode = 1
} finally {
  await database().close()
}
