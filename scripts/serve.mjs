/**
 * Everything from a bare machine to a working page: packages, database, build, server.
 * @param demo with invented data; `--reset` lays it out anew
 */
import { randomBytes } from 'node:crypto'
import { chmodSync, existsSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { DATA, TSX, local, portOr, run, say, start } from './lib/run.mjs'
import { ensureBuilt, ensureNode, ensurePackages, ensurePrepared } from './lib/setup.mjs'
import { startDatabase } from './lib/postgres.mjs'

/** What seals the cookies of those who are signed in: made once, and kept beside the data for its owner alone. */
function ownSecret() {
  const file = join(DATA, 'secret')
  if (!existsSync(file)) writeFileSync(file, randomBytes(48).toString('base64url'), { mode: 0o600 })
  return readFileSync(file, 'utf8').trim()
}

export async function serve({ demo, port: wanted }) {
  const reset = demo && process.argv.includes('--reset')
  const began = Date.now()
  ensureNode()
  ensurePackages()
  ensurePrepared()
  ensureBuilt()

  /** A demo that was killed outright may have left its server behind; ours is known by its pid file. */
  const pidFile = join(DATA, 'server.pid')
  if (existsSync(pidFile)) {
    const pid = Number(readFileSync(pidFile, 'utf8'))
    const command = run('ps', ['-o', 'args=', '-p', String(pid)], { allowFail: true }).stdout ?? ''
    if (command.includes('.output/server/index.mjs')) {
      say('stopping the server left over from last time')
      process.kill(pid, 'SIGTERM')
      for (let tries = 0; tries < 50 && existsSync(`/proc/${pid}`); tries++) await new Promise(done => setTimeout(done, 100))
    }
    rmSync(pidFile, { force: true })
  }

  const own = process.env.DATABASE_URL ? null : await startDatabase()
  const env = {
    ...process.env, DATABASE_URL: process.env.DATABASE_URL ?? own.url,
    READY_CUFF_BACKUPS: process.env.READY_CUFF_BACKUPS ?? join(DATA, 'backups'),
    READY_CUFF_SECRET: process.env.READY_CUFF_SECRET ?? ownSecret(),
  }
  run(local('tsx'), [...TSX, 'scripts/migrate.ts'], { env })
  if (demo) run(local('tsx'), [...TSX, 'scripts/seed.ts', ...(reset ? ['--reset'] : [])], { env })

  const port = await portOr(Number(process.env.PORT ?? wanted))
  // What the server says of each request goes to a file of its own; what it says beyond that, to another. This screen is for people.
  const logFile = join(DATA, 'server.log')
  if (existsSync(logFile)) chmodSync(logFile, 0o600)
  const log = openSync(join(DATA, 'server.out'), 'w', 0o600)
  const server = start(process.execPath, [join('.output', 'server', 'index.mjs')], {
    env: {
      ...env, READY_CUFF_LOG_FILE: process.env.READY_CUFF_LOG_FILE ?? logFile, NODE_ENV: 'production', NITRO_HOST: '127.0.0.1',
      HOST: '127.0.0.1', NITRO_PORT: String(port), PORT: String(port),
    },
    stdio: ['ignore', log, log],
  })
  writeFileSync(pidFile, String(server.pid))

  let stopping = false
  function stop(code) {
    if (stopping) return
    stopping = true
    server.kill('SIGTERM')
    rmSync(pidFile, { force: true })
    own?.stop()
    process.exit(code)
  }
  process.on('SIGINT', () => stop(0))
  process.on('SIGTERM', () => stop(0))
  process.on('SIGHUP', () => stop(0))
  server.on('exit', code => stop(code ?? 0))

  const url = `http://127.0.0.1:${port}`
  for (let tries = 0; tries < 150; tries++) {
    const answer = await fetch(`${url}/api/health`).catch(() => null)
    if (answer?.ok) break
    await new Promise(done => setTimeout(done, 100))
  }
  console.log(`\n  Ready Cuff is on the board at ${url}   (${((Date.now() - began) / 1000).toFixed(1)} s; Ctrl-C stops everything)\n`)
}
