import { spawn, type ChildProcess } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import http from 'node:http'
import https from 'node:https'
import { createServer } from 'node:net'
import { Client } from 'pg'
import { folderForNow } from './folder'

const freePort = () => new Promise<number>((done, fail) => {
  const probe = createServer().once('error', fail).listen(0, '127.0.0.1', () => {
    const { port } = probe.address() as { port: number }
    probe.close(() => done(port))
  })
})

/** What an address answers; null where it does not. @param authority by which it is known, over TLS */
const statusOf = (address: string, authority?: string) => new Promise<number | null>((done) => {
  const { get } = authority ? https : http
  get(address, { ca: authority, servername: authority ? 'localhost' : undefined }, (answer) => {
    answer.resume()
    done(answer.statusCode ?? null)
  }).on('error', () => done(null))
})

/**
 * A database of its own with the demo's workroom as it was set up: no test sees what another wrote, and a second try begins anew.
 * @returns its address
 */
async function freshDatabase(): Promise<string> {
  const address = new URL(process.env.DATABASE_URL!), name = `test_${randomBytes(6).toString('hex')}`
  const client = new Client({ connectionString: new URL('/postgres', address).href })
  await client.connect()
  await client.query(`create database ${name} template ${address.pathname.slice(1)}`)
  await client.end()
  return new URL(`/${name}`, address).href
}

/** Beside other programs that use every core a server takes long to start. */
const COMES_UP_MS = 60_000

/**
 * The built server on a port and a database of its own, with a fast clock; it can be taken away and brought back.
 * @param beside another one, whose database it stands on too
 * @param house over TLS, with this certificate
 */
export async function startServer(clockRate = 20, more: Record<string, string> = {}, beside?: { databaseUrl: string },
  house?: { cert: string, key: string, authority: string }) {
  const databaseUrl = beside?.databaseUrl ?? await freshDatabase()
  const port = await freePort()
  const url = `${house ? 'https' : 'http'}://127.0.0.1:${port}`
  const tls = house ? { NITRO_SSL_CERT: house.cert, NITRO_SSL_KEY: house.key } : {}
  let child: ChildProcess | null = null
  const lines: string[] = []
  const backups = folderForNow('ready-cuff-backups-')

  async function up(): Promise<void> {
    child = spawn(process.execPath, ['.output/server/index.mjs'], {
      stdio: ['ignore', 'pipe', 'pipe'],
      env: {
        ...process.env, DATABASE_URL: databaseUrl, NODE_ENV: 'production', NITRO_HOST: '127.0.0.1', HOST: '127.0.0.1',
        NITRO_PORT: String(port), PORT: String(port),
        NUXT_PUBLIC_CLOCK_RATE: String(clockRate), READY_CUFF_BACKUPS: backups, ...tls, READY_CUFF_LOG: 'error',
        READY_CUFF_SECRET: 'a secret for the tests alone, long enough', ...more,
      },
    })
    // A fault of the server's own is seen beside the test that met it.
    child.stdout!.setEncoding('utf8').on('data', (text: string) => {
      if (text.includes('"level":50')) process.stderr.write(text)
    })
    child.stderr!.setEncoding('utf8').on('data', (text: string) => {
      lines.push(...text.split('\n'))
      process.stderr.write(text)
    })
    const ended = () => child!.exitCode !== null || child!.signalCode !== null
    for (const from = Date.now(); Date.now() - from < COMES_UP_MS && !ended();) {
      const status = await statusOf(`${url}/api/health`, house?.authority)
      // One whose disk is said to be full serves all the same.
      if (status === 200 || status === 507) return
      await new Promise(done => setTimeout(done, 50))
    }
    throw new Error(`the server did not come up${ended() ? `: it ended with ${child!.exitCode ?? child!.signalCode}` : ''}`)
  }
  const down = () => new Promise<void>((done) => {
    if (!child || child.exitCode !== null || child.signalCode !== null) return done()
    child.once('exit', () => done())
    child.kill('SIGKILL')
  })
  await up()
  return { url, databaseUrl, up, down, said: () => lines }
}
export type Server = Awaited<ReturnType<typeof startServer>>
