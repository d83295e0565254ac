// What is done to a workroom's data from the server's own machine: on the database that DATABASE_URL names, else on one's own
// workroom where there is one, else on the demo; `--demo` always means the demo.
import { existsSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

const OWN = join(resolve(dirname(fileURLToPath(import.meta.url)), '../..'), '.data', 'own')
const isDemo = process.argv.includes('--demo')
// Set before anything reads where the data lies.
if (!isDemo && existsSync(OWN)) process.env.READY_CUFF_DATA ??= OWN

/** Runs one of the scripts on that database, started for it where it does not run, and ends as it ended. */
export async function upkeep(script, args = process.argv.slice(2)) {
  const { DATA, TSX, local, run } = await import('./run.mjs')
  const { ensureNode, ensurePackages, ensurePrepared } = await import('./setup.mjs')
  const { startDatabase } = await import('./postgres.mjs')
  ensureNode()
  ensurePackages()
  ensurePrepared()
  const own = process.env.DATABASE_URL ? null : await startDatabase()
  const env = {
    ...process.env, DATABASE_URL: process.env.DATABASE_URL ?? own.url,
    READY_CUFF_BACKUPS: process.env.READY_CUFF_BACKUPS ?? join(DATA, 'backups'),
  }
  const done = run(local('tsx'), [...TSX, `scripts/${script}`, ...args.filter(a => a !== '--demo')], { env, loud: true, allowFail: true })
  if (own && !own.wasRunning) own.stop()
  process.exit(done.status ?? 1)
}
