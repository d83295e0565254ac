/** Brings the database to the newest migration; what is kept is backed up first. `--there-and-back` also goes all
 * the way down and up; `--back` takes the last one back, and does no more. */
import { connect, database } from '../server/db/connection'
import { umzug } from '../server/db/migrate'
import { inTurn } from '../server/db/turn'
import { makeBackup } from '../server/workroom/backups'
import { workroomIds } from '../server/workroom/write'

const sequelize = connect(process.env.DATABASE_URL, 'none')
const migrations = umzug(sequelize)
const say = () => console.log('· another server is bringing the database up to date; waiting until it has')
// One at a time, however many servers start at once: whoever waited finds nothing left to do.
await inTurn(process.env.DATABASE_URL!, 'migrations', async () => {
  if (process.argv.includes('--back')) {
    await migrations.down()
    return
  }
  if (process.env.READY_CUFF_BACKUPS && (await migrations.executed()).length > 0 && (await migrations.pending()).length > 0) {
    for (const id of await workroomIds()) {
      const { file } = await makeBackup(id, 'beforeMigration')
      console.log(`· backed up before the migration: ${file}`)
    }
  }
  await migrations.up()
  if (process.argv.includes('--there-and-back')) {
    await migrations.down({ to: 0 })
    await migrations.up()
  }
}, say)
await sequelize.close()
await database().close()
