import { ifFree, lastDoneMs, noteDone } from '../db/turn'
import { log } from '../utils/log'
import { backupFolder, isBackupDue, listBackups, makeBackup, takeInOlder } from '../workroom/backups'
import { workroomIds } from '../workroom/write'

const FIRST_LOOK_MS = 20_000, LOOK_MS = 15 * 60_000, DAY_MS = 86_400_000
const CHORE = 'daily backup'

/** Makes the day's backup of every workroom, if no server on this database has. */
async function daily(): Promise<void> {
  const ids = await workroomIds()
  if (ids.length === 1) await takeInOlder(ids[0]!)
  for (const id of ids) {
    const chore = `${CHORE} ${id}`
    if (!isBackupDue(await listBackups(backupFolder(id))) || Date.now() - await lastDoneMs(chore) < DAY_MS) continue
    const { file, bytes } = await makeBackup(id, 'daily')
    await noteDone(chore)
    log.info({ workroomId: id, file, bytes }, 'backup')
  }
}

/** Once a day every workroom is written beside its data, where the start command says where that is. */
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
