/**
 * Everything from a bare machine to a working page: packages, database, build, server.
 * @param demo with invented data; `--reset` lays it out anew
 * @param house for the other devices of the house too, over TLS
 */
import { randomBytes } from 'node:crypto'
import { chmodSync, existsSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { DATA, TSX, giveUp, local, portOr, run, say, start } from './lib/run.mjs'
import { endedWords, untilAnswered } from './lib/answers.mjs'
import { ensureBuilt, ensureNode, ensurePackages, ensurePrepared } from './lib/setup.mjs'
import { startDatabase } from './lib/postgres.mjs'

/** A board without passphrases is nobody's but whoever reaches it: it does not go out into the house. */
async function isOpen(url) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  const { rows } = await client.query('select count(*)::int as n from account').finally(() => client.end())
  return rows[0].n === 0
}
const OPEN_HOUSE = 'Nobody here has a passphrase yet, so anyone in the house would be the owner. Start it once without --house, begin the '
  + 'workroom at this machine and give yourself a passphrase; then start it with --house.'

/** What the server needs to be served in the house, and what is printed for those who look for it there. */
async function overTls(port) {
  const { houseCertificate, houseNames } = await import('./lib/house.mjs')
  const names = houseNames(), { cert, key, authority, authorityFile, fingerprint, until } = await houseCertificate(join(DATA, 'house'),
    names)
  const all = [...names.hosts, ...names.addresses], url = `https://${names.addresses[0] ?? names.hosts[0]}:${port}`
  return {
    url, authority,
    env: {
      NITRO_SSL_CERT: cert, NITRO_SSL_KEY: key, READY_CUFF_AUTHORITY: authorityFile,
      READY_CUFF_HOSTS: [process.env.READY_CUFF_HOSTS, ...all.map(h => `${h}:${port}`)].filter(Boolean).join(','),
    },
    async print() {
      const { default: qr } = await import('qrcode')
      console.log(`\n${await qr.toString(url, { type: 'terminal', small: true })}`)
      for (const name of all) console.log(`  https://${name}:${port}`)
      console.log(`\n  On each device install this authority once, from ${url}/api/authority, and compare its fingerprint:`)
      console.log(`  ${fingerprint}\n  The certificate is good until ${until}; it is renewed as the board is started.`)
    },
  }
}

/** What seals the cookies of those who are signed in: made once, and kept beside the data for its owner alone. */
function ownSecret() {
  const file = join(DATA, 'secret')
  if (!existsSync(file)) writeFileSync(file, randomBytes(48).toString('base64url'), { mode: 0o600 })
  return readFileSync(file, 'utf8').trim()
}

export async function serve({ demo, port: wanted, house = false }) {
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

  if (house && await isOpen(env.DATABASE_URL)) {
    own?.stop()
    giveUp(OPEN_HOUSE)
  }
  const port = await portOr(Number(process.env.PORT ?? wanted))
  const atHome = house ? await overTls(port) : null, host = house ? '0.0.0.0' : '127.0.0.1'
  // What the server says of each request goes to a file of its own; what it says beyond that, to another. This screen is for people.
  const logFile = join(DATA, 'server.log')
  if (existsSync(logFile)) chmodSync(logFile, 0o600)
  const saidFile = join(DATA, 'server.out'), log = openSync(saidFile, 'w', 0o600)
  const server = start(process.execPath, [join('.output', 'server', 'index.mjs')], {
    env: {
      ...env, READY_CUFF_LOG_FILE: process.env.READY_CUFF_LOG_FILE ?? logFile, NODE_ENV: 'production', NITRO_HOST: host,
      HOST: host, NITRO_PORT: String(port), PORT: String(port), ...(atHome?.env ?? {}),
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
  server.on('exit', (code, signal) => {
    if (!stopping) console.error(`\n${endedWords(code ?? signal, saidFile)}\n`)
    stop(code ?? 1)
  })

  const url = atHome?.url ?? `http://127.0.0.1:${port}`
  const status = await untilAnswered(port, {
    authority: atHome?.authority, remind: () => say(`the server does not answer yet; what it says is in ${saidFile}`),
  })
  if (status === 507) say('hardly any room is left on the disk: what is saved will soon be refused')
  if (status === 503) say('the database does not answer: nothing can be read or saved until it does')
  if (atHome) await atHome.print()
  console.log(`\n  Ready Cuff is on the board at ${url}   (${((Date.now() - began) / 1000).toFixed(1)} s; Ctrl-C stops everything)\n`)
}
