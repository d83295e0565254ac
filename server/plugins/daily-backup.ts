import { contextOf } from '../utils/context'
import { log } from '../utils/log'
import { dueToday, listBackups, makeBackup } from '../workroom/backups'

const FIRST_LOOK_MS = 20_000, LOOK_MS = 15 * 60_000

/** Once a day the whole workroom is written beside its data, where the start command says where that is. */
export default defineNitroPlugin((nitro) => {
  if (!process.env.READY_CUFF_BACKUPS) return
  const look = async () => {
    try {
      if (!dueToday(await listBackups())) return
      const { file, bytes } = await makeBackup((await contextOf()).workshopId, 'daily')
      log.info({ file, bytes }, 'backup')
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
