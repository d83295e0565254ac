/** Brings the database to the newest migration. `--there-and-back` also goes all the way down and up again. */
import { connect } from '../server/db/connection'
import { umzug } from '../server/db/migrate'

const sequelize = connect()
const migrations = umzug(sequelize)
await migrations.up()
if (process.argv.includes('--there-and-back')) {
  await migrations.down({ to: 0 })
  await migrations.up()
}
await sequelize.close()
