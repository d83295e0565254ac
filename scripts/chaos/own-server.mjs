// A database and a built server of a test's own, gone again afterwards.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { ROOT, TSX, freePort, local, run } from '../lib/run.mjs'
import { ensureBuilt } from '../lib/setup.mjs'
import { startDatabase } from '../lib/postgres.mjs'

/** With `CHAOS_URL` set, what runs there is tried instead. */
export async function ownServer(name) {
  if (process.env.CHAOS_URL) return { url: process.env.CHAOS_URL, pid: Number(process.env.CHAOS_PID) || null, down: () => undefined }
  ensureBuilt()
  const database = await startDatabase(`${name}-${process.pid}`, { isThrowAway: true })
  const env = { ...process.env, DATABASE_URL: database.url, READY_CUFF_LOG: 'error' }
  run(local('tsx'), [...TSX, 'scripts/migrate.ts'], { env })
  run(local('tsx'), [...TSX, 'scripts/seed.ts'], { env })
  const port = await freePort()
  const url = `http://127.0.0.1:${port}`
  const server = spawn(process.execPath, [join(ROOT, '.output/server/index.mjs')], {
    cwd: ROOT, stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...env, NODE_ENV: 'production', NITRO_HOST: '127.0.0.1', HOST: '127.0.0.1', NITRO_PORT: String(port), PORT: String(port) },
  })
  for (let tries = 0; tries < 200 && !(await fetch(`${url}/api/health`).catch(() => null))?.ok; tries++)
    await new Promise(done => setTimeout(done, 50))
  return {
    url, pid: server.pid, databaseUrl: database.url,
    down: () => {
      server.kill('SIGTERM')
      database.remove()
    },
  }
}
