import { ifFree, lastDoneMs, noteDone } from '../db/turn'
import { whatIsBegun } from '../services/beginning'
import { contextOf } from '../utils/context'
import { log } from '../utils/log'
import { isBackupDue, listBackups, makeBackup } from '../workroom/backups'

const FIRST_LOOK_MS = 20_000, LOOK_MS = 15 * 60_000, DAY_MS = 86_400_000
const CHORE = 'daily backup'

/** Makes the day's backup, if no server on this database has. */
async function daily(): Promise<void> {
  if (!isBackupDue(await listBackups()) || Date.now() - await lastDoneMs(CHORE) < DAY_MS) return
  // Nothing has begun here yet.
  if (!(await whatIsBegun()).begun) return
  const { file, bytes } = await makeBackup((await contextOf()).workroomId, 'daily')
  await noteDone(CHORE)
  log.info({ file, bytes }, 'backup')
}

/** Once a day the whole workroom is written beside its data, where the start command says where that is. */
export default defineNitroPlugin((nitro) => {
  if (!process.env.READY_CUFF_BACKUPS) return
  const look = async () => {
    try {
      const done = await ifFree(process.env.DATABASE_URL!, 'daily', async () => {
        await daily()
        return true
      })
      if (!done) log.info('another server is making the daily backup')
    } catch (error) {
      log.error({ err: error }, 'the daily backup was not made; it is tried again')
    }
  }
  const first = setTimeout(look, FIRST_LOOK_MS), every = setInterval(look, LOOK_MS)
  nitro.hooks.hook('close', () => {
    clearTimeout(first)
    clearInterval(every)
  })
})
