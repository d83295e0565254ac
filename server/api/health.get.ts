import { statfs } from 'node:fs/promises'
import type { Health } from '#shared/schemas'
import { database } from '../db/connection'
import { umzug } from '../db/migrate'
import { backupFolder, listBackups } from '../workroom/backups'

/** Room on the disk that holds the data, MB; null where it cannot be told. */
const diskFree = () => statfs(process.cwd()).then(({ bavail, bsize }) => Math.round(bavail * bsize / 1e6), () => null)

async function migrations(): Promise<Health['migrations']> {
  const all = umzug(database())
  return { done: (await all.executed()).length, pending: (await all.pending()).length }
}

/** Is the server well: its database, its migrations, room on the disk, the last backup. */
export default defineEventHandler(async (event): Promise<Health> => {
  const there = await database().query('select 1').then(() => true, () => false)
  if (!there) setResponseStatus(event, 503)
  return {
    ok: there, database: there, migrations: there ? await migrations().catch(() => null) : null, diskFreeMB: await diskFree(),
    lastBackupAt: (await listBackups(backupFolder()))[0]?.madeAt ?? null,
  }
})
