// npm run backup, npm run restore FILE: on the same database as the demo, started for it where it does not run.
import { join } from 'node:path'
import { DATA, TSX, local, run } from './lib/run.mjs'
import { ensureNode, ensurePackages, ensurePrepared } from './lib/setup.mjs'
import { startDatabase } from './lib/postgres.mjs'

ensureNode()
ensurePackages()
ensurePrepared()
const own = process.env.DATABASE_URL ? null : await startDatabase()
const env = {
  ...process.env, DATABASE_URL: process.env.DATABASE_URL ?? own.url,
  READY_CUFF_BACKUPS: process.env.READY_CUFF_BACKUPS ?? join(DATA, 'backups'),
}
const done = run(local('tsx'), [...TSX, 'scripts/backup.ts', ...process.argv.slice(2)], { env, loud: true, allowFail: true })
if (own && !own.wasRunning) own.stop()
process.exit(done.status ?? 1)
