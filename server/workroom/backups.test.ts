import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { backupPath, beyondKept, isBackupDue, listBackups } from './backups'

let folder: string
beforeEach(async () => { folder = await mkdtemp(join(tmpdir(), 'backups-')) })
afterEach(() => rm(folder, { recursive: true, force: true }))
const NEW = '2026-03-05T10-20-30-000Z-daily.zip', OLD = '2026-03-04T09-00-00-000Z-byHand.zip'

describe('backups beside the data', () => {
  it('are listed newest first with their size; what is half-written or of another kind is none', async () => {
    await writeFile(join(folder, OLD), 'abc')
    await writeFile(join(folder, NEW), 'abcd')
    await writeFile(join(folder, `${NEW}.half`), 'ab')
    await writeFile(join(folder, '2026-03-06T10-20-30-000Z-daily.zip'), '')
    await writeFile(join(folder, 'holiday.zip'), 'x')
    expect(await listBackups(folder)).toEqual([
      { file: NEW, madeAt: '2026-03-05T10:20:30.000Z', why: 'daily', bytes: 4 },
      { file: OLD, madeAt: '2026-03-04T09:00:00.000Z', why: 'byHand', bytes: 3 },
    ])
    expect(await listBackups(join(folder, 'none'))).toEqual([])
  })
  it.each(['../../etc/passwd', '../x-daily.zip', `${NEW}/..`, '', '2026-03-05T10-20-30-000Z-daily.zip.half', OLD])(
    'no file but one of them is given out: %s', file => expect(backupPath(file, folder)).rejects.toThrow(/no such backup/))
  it('the oldest beyond ten go, but not the one that is about to be restored', () => {
    const all = Array.from({ length: 12 }, (_, i) => ({ file: `${i}.zip`, madeAt: '', why: 'daily' as const, bytes: 1 }))
    expect(beyondKept(all, null).map(b => b.file)).toEqual(['10.zip', '11.zip'])
    expect(beyondKept(all, '11.zip').map(b => b.file)).toEqual(['10.zip'])
    expect(beyondKept(all.slice(0, 10), null)).toEqual([])
  })
  it('one is due where the last day has none', () => {
    const of = (madeAt: string) => ({ file: '', madeAt, why: 'byHand' as const, bytes: 1 })
    const now = Date.parse('2026-03-05T12:00:00Z')
    expect(isBackupDue([], now)).toBe(true)
    expect(isBackupDue([of('2026-03-04T11:59:00.000Z')], now)).toBe(true)
    expect(isBackupDue([of('2026-03-01T00:00:00.000Z'), of('2026-03-04T12:01:00.000Z')], now)).toBe(false)
  })
})
