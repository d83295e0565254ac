import { statfs } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import type { Health } from '#shared/schemas'
import { database } from '../db/connection'
import { migrationsOf } from '../db/migrated'
import { countUnreadable } from '../services/rows/unreadable'
import { spareMB } from '../utils/settings'
import { lastBackupAt } from '../workroom/backups'

/** Room on the disk that holds a folder, MB; null where it cannot be found out. */
const freeMB = (folder: string) => statfs(folder).then(({ bavail, bsize }) => Math.round(bavail * bsize / 1e6), () => null)

/** Is the server well: its database, its migrations, room on its disks, the last backup. 503 without the database, 507 without room. */
export default defineOpenRoute({ open: 'whoever watches the server asks it, before anyone signs in' },
  async ({ event }): Promise<Health> => {
    const there = await database().query('select 1').then(() => true, () => false)
    const [diskFreeMB, tempFreeMB] = [await freeMB(process.cwd()), await freeMB(tmpdir())]
    const isFull = [diskFreeMB, tempFreeMB].some(free => free !== null && free < spareMB())
    if (!there || isFull) setResponseStatus(event, there ? 507 : 503)
    return {
      ok: there && !isFull, database: there, migrations: there ? await migrationsOf(database()).catch(() => null) : null,
      diskFreeMB, tempFreeMB,
      unreadable: countUnreadable(), lastBackupAt: await lastBackupAt(),
    }
  })
