import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const made: string[] = []
process.once('exit', () => {
  for (const folder of made) rmSync(folder, { recursive: true, force: true })
})

/** A folder for as long as the tests of this process run; it goes with them. @param prefix what its name begins with */
export function folderForNow(prefix: string): string {
  const folder = mkdtempSync(join(tmpdir(), prefix))
  made.push(folder)
  return folder
}
