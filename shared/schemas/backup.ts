import { z } from 'zod'

export const BACKUP_REASONS = ['daily', 'byHand', 'beforeMigration', 'beforeRestore'] as const
export type BackupReason = typeof BACKUP_REASONS[number]
export const backupFile = z.string().regex(/^[0-9TZ-]{20,30}-[A-Za-z]{1,20}\.zip$/, 'Backup: no backup has that name.')
export const backupParams = z.object({ file: backupFile })
export interface Backup { file: string, madeAt: string, why: BackupReason, bytes: number }

/** How much of each thing there is. */
export interface KeptCounts { fabrics: number, supplies: number, swatches: number, jobs: number, photos: number }
/** What a workroom file holds beside what is kept now. */
export interface WorkroomPreview { name: string, written: string | null, kept: KeptCounts, now: KeptCounts, unreadable: number }

/** Whether the server is well, and what it runs on. */
export interface Health {
  ok: boolean
  database: boolean
  migrations: { done: number, pending: number } | null
  /** Room on the disk that holds the data, and on the one where files lie while they are worked on; null where it cannot be found out. */
  diskFreeMB: number | null
  tempFreeMB: number | null
  /** Kept rows that cannot be read, as far as this server has met them. */
  unreadable: number
  lastBackupAt: string | null
}
