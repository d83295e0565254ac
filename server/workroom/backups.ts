import { mkdir, readdir, rename, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { backupFile, BACKUP_REASONS, type Backup, type BackupReason } from '#shared/schemas'
import { notFound } from '../utils/problem'
import { writeArchive } from './write'

/** So many are kept; older ones go. */
const KEPT = 10

/** Beside the data: `READY_CUFF_BACKUPS`, or `.data/backups` where it was started; in it a folder for each workroom. */
export const backupFolder = (workroomId?: string): string =>
  join(process.env.READY_CUFF_BACKUPS ?? join(process.cwd(), '.data', 'backups'), workroomId ?? '')

const fileName = (at: Date, why: BackupReason): string => `${at.toISOString().replaceAll(':', '-').replace('.', '-')}-${why}.zip`

function readName(file: string): Pick<Backup, 'file' | 'madeAt' | 'why'> | null {
  const parts = /^(\d{4}-\d\d-\d\dT)(\d\d)-(\d\d)-(\d\d)-(\d{3})Z-([A-Za-z]+)\.zip$/.exec(file)
  const why = BACKUP_REASONS.find(r => r === parts?.[6])
  return parts && why ? { file, madeAt: `${parts[1]}${parts[2]}:${parts[3]}:${parts[4]}.${parts[5]}Z`, why } : null
}

/** Newest first. */
export async function listBackups(folder: string): Promise<Backup[]> {
  const files = await readdir(folder).catch(() => [] as string[])
  const known = files.map(readName).filter(b => b !== null).sort((a, b) => b.madeAt.localeCompare(a.madeAt))
  const sized = await Promise.all(known.map(async b => ({ ...b, bytes: await stat(join(folder, b.file)).then(s => s.size, () => 0) })))
  return sized.filter(b => b.bytes > 0)
}

/** When any workroom of this server was last backed up. */
export async function lastBackupAt(): Promise<string | null> {
  const folders = await readdir(backupFolder(), { withFileTypes: true }).catch(() => [])
  const all = await Promise.all(folders.filter(f => f.isDirectory()).map(f => listBackups(join(backupFolder(), f.name))))
  return all.flatMap(([newest]) => newest?.madeAt ?? []).sort().at(-1) ?? null
}

/** Backups from before each workroom had a folder go into that of the only one there was. */
export async function takeInOlder(workroomId: string): Promise<void> {
  const loose = (await readdir(backupFolder()).catch(() => [] as string[])).filter(file => readName(file))
  if (loose.length > 0) await mkdir(backupFolder(workroomId), { recursive: true, mode: 0o700 })
  for (const file of loose) await rename(join(backupFolder(), file), join(backupFolder(workroomId), file))
}

/** Where a backup is; its name is looked up, never used as it came. */
export async function backupPath(file: string, folder: string): Promise<string> {
  const named = backupFile.safeParse(file)
  const known = named.success && (await listBackups(folder)).find(b => b.file === named.data)
  if (!known) throw notFound('backup')
  return join(folder, known.file)
}

/** Those beyond ten that go, the oldest; never the one that is just needed. */
export const beyondKept = (all: readonly Backup[], spared: string | null): Backup[] => all.slice(KEPT).filter(b => b.file !== spared)

/**
 * Writes the workroom beside its data, and lets the oldest beyond ten go.
 * @param spared a backup that stays whatever its age: the one about to be restored
 */
export async function makeBackup(workroomId: string, why: BackupReason, spared: string | null = null): Promise<Backup> {
  const folder = backupFolder(workroomId), at = new Date()
  await mkdir(folder, { recursive: true, mode: 0o700 })
  const file = fileName(at, why)
  await writeArchive(workroomId, join(folder, file))
  const all = await listBackups(folder)
  for (const old of beyondKept(all, spared)) await rm(join(folder, old.file), { force: true })
  return all.find(b => b.file === file)!
}

const DAY_MS = 86_400_000
/** Is it time for the day's backup? */
export const isBackupDue = (all: readonly Backup[], now = Date.now()): boolean =>
  !all.some(b => now - Date.parse(b.madeAt) < DAY_MS)
