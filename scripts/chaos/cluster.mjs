// npm run chaos:cluster [-- 300 200]: three servers behind a small balancer, on one PostgreSQL. So many boards, a quarter of them live,
// read, judge, cut and press for so many seconds, while servers are killed and started in turn, the database is brought up to date
// under them and restarted once. Whatever was acknowledged must be kept, once, stock and all; whoever watches must miss nothing.
// It ends by itself.
import { randomUUID } from 'node:crypto'
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { Agent, createServer, request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { ROOT, TSX, freePort, isRoot, local, run } from '../lib/run.mjs'
import { seeded } from '../lib/seeded.mjs'
import { ensureBuilt } from '../lib/setup.mjs'
import { dataFolder, startDatabase } from '../lib/postgres.mjs'

const [forS = 300, boards = 200, seed = 1] = process.argv.slice(2).map(Number)
const SERVERS = 3, LIVE = Math.floor(boards / 4), CUTTERS = Math.max(2, Math.floor(boards / 20)), RUNS = 4
const random = seeded(seed)
const pick = from => from[Math.floor(random() * from.length)]
const sleep = ms => new Promise(done => setTimeout(done, ms))
const quantile = (all, share) => [...all].sort((a, b) => a - b)[Math.min(all.length - 1, Math.floor(all.length * share))] ?? 0

ensureBuilt()
const name = `cluster-${process.pid}`
const database = await startDatabase(name)
const folder = mkdtempSync(join(tmpdir(), 'cluster-'))
const env = { ...process.env, DATABASE_URL: database.url, READY_CUFF_LOG: 'silent', READY_CUFF_POOL: '6' }
const tsx = (script, ...args) => run(local('tsx'), [...TSX, script, ...args], { env })
tsx('scripts/migrate.ts')
tsx('scripts/seed.ts')
// The newest migration renames tables, which no server of before or after can work beside: it is run while none does. Migrating
// under the servers is tried all the same: two at once find nothing left to do.

const ports = []
for (let i = 0; i < SERVERS; i++) ports.push(await freePort())
const servers = ports.map(() => null)
function up(i) {
  servers[i] = spawn(process.execPath, [join(ROOT, '.output/server/index.mjs')], {
    cwd: ROOT, stdio: 'ignore',
    env: {
      ...env, NODE_ENV: 'production', NITRO_HOST: '127.0.0.1', HOST: '127.0.0.1', NITRO_PORT: String(ports[i]), PORT: String(ports[i]),
      READY_CUFF_BACKUPS: join(folder, `backups-${i}`), READY_CUFF_HOSTS: '127.0.0.1', NITRO_SHUTDOWN_TIMEOUT: '4000',
    },
  })
}
const isUp = i => fetch(`http://127.0.0.1:${ports[i]}/api/health`).then(a => a.ok, () => false)
async function untilUp(i) {
  for (let tries = 0; tries < 200 && !await isUp(i); tries++) await sleep(50)
}
const ended = child => new Promise((done) => {
  if (child.exitCode !== null || child.signalCode !== null) done()
  else child.once('exit', done)
})

/** A balancer as small as it can be: each request to the next server; one that refuses the connection is passed over. */
const agents = ports.map(() => new Agent({ keepAlive: true, maxSockets: 64 }))
let turn = 0
const balancer = createServer((asked, answer) => {
  const parts = []
  asked.on('data', part => parts.push(part))
  asked.on('end', () => {
    const body = Buffer.concat(parts)
    const first = turn++
    const to = (tried) => {
      if (tried >= SERVERS) {
        answer.writeHead(502).end()
        return
      }
      const i = (first + tried) % SERVERS
      const passed = request({
        host: '127.0.0.1', port: ports[i], method: asked.method, path: asked.url, agent: agents[i],
        // How long a connection lives is between two neighbours: it is not handed on.
        headers: { ...asked.headers, host: `127.0.0.1:${ports[i]}`, connection: 'keep-alive' },
      }, (said) => {
        const headers = { ...said.headers }
        delete headers.connection
        delete headers['keep-alive']
        answer.writeHead(said.statusCode, headers)
        said.pipe(answer)
        said.on('error', () => answer.destroy())
        answer.on('close', () => said.destroy())
      })
      passed.on('error', (error) => {
        if (answer.headersSent) answer.destroy()
        // Nothing was sent yet, so nothing can have been done.
        else if (error.code === 'ECONNREFUSED') to(tried + 1)
        else answer.writeHead(502).end()
      })
      passed.end(body)
    }
    to(0)
  })
})
await new Promise(done => balancer.listen(0, '127.0.0.1', done))
const { port: at } = balancer.address()
for (let i = 0; i < SERVERS; i++) up(i)
await Promise.all(ports.map((_, i) => untilUp(i)))

let lastGoodMs = performance.now(), longestMs = 0
const took = { lists: [], events: [] }, statuses = {}
const agent = new Agent({ keepAlive: true, maxSockets: boards })
/** One request; its status, 0 where nothing came back. */
const send = (method, path, body) => new Promise((done) => {
  const text = body === undefined ? null : JSON.stringify(body)
  const over = (status, said) => {
    statuses[status] = (statuses[status] ?? 0) + 1
    if (status > 0 && status < 500) {
      longestMs = Math.max(longestMs, performance.now() - lastGoodMs)
      lastGoodMs = performance.now()
    }
    done({ status, said })
  }
  const asked = request({
    host: '127.0.0.1', port: at, method, path, agent, timeout: 15_000,
    headers: text === null ? {} : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) },
  }, (answer) => {
    const parts = []
    answer.on('data', part => parts.push(part))
    answer.on('end', () => over(answer.statusCode, Buffer.concat(parts)))
    answer.on('error', () => over(0, Buffer.alloc(0)))
  })
  asked.on('timeout', () => asked.destroy())
  asked.on('error', () => over(0, Buffer.alloc(0)))
  asked.end(text ?? undefined)
})
const json = async (method, path, body) => {
  const { status, said } = await send(method, path, body)
  if (status >= 300 || status === 0) throw new Error(`${method} ${path}: ${status} ${said.toString().slice(0, 200)}`)
  return JSON.parse(said)
}
let on = true, watching = true
const refused = []
/** What a board does with what it writes: the same again until it is acknowledged. @returns the answer; null where it was refused */
async function write(method, path, body) {
  for (let tries = 0; tries < 400; tries++) {
    const { status, said } = await send(method, path, body)
    if (status > 0 && status < 300) return JSON.parse(said)
    if (status >= 400 && status < 500 && status !== 429) {
      refused.push(`${status} ${path.replace(/[0-9a-f-]{36}/, '…')} ${said.toString().slice(0, 160)}`)
      return null
    }
    await sleep(100 + random() * 200)
  }
  refused.push(`never acknowledged: ${path}`)
  return null
}

const fabric = (await json('GET', '/api/fabrics?q=TW-01')).rows[0]
const supply = (await json('GET', '/api/supplies?q=B-20')).rows.find(s => s.code === 'B-20')
const [iron] = await json('GET', '/api/irons')
/** Judged swatches are of many fabrics with many supplies, as they are in a workroom. */
const allFabrics = (await json('GET', '/api/fabrics?size=100')).rows, allSupplies = (await json('GET', '/api/supplies?size=100')).rows
let swatch = null
for (const c of (await json('GET', '/api/fabrics?size=100')).rows)
  swatch ??= (await json('GET', `/api/fabrics/${c.id}/history`)).rows[0] ?? null
await json('POST', `/api/supplies/${supply.id}/stock`, { metres: 5000, reason: 'bought' })
const stockBefore = (await json('GET', `/api/supplies/${supply.id}`)).stockM
const newJob = title => json('POST', '/api/jobs', {
  name: title, garment: 'Swatch', washC: 30, tumble: 'no', dryClean: false,
  fabrics: [{ fabricId: fabric.id, place: 'collar', supplyId: supply.id }],
})
const runs = []
for (let i = 0; i < RUNS; i++) {
  const job = await newJob(`Cluster ${i}`), id = randomUUID()
  await json('POST', '/api/sessions', {
    id, jobId: job.id, piecesVersion: 0, startedAt: new Date().toISOString(),
    operations: [{
      id: 'o', kind: 'fuse', name: 'Collar', pieceId: null, makingId: null, numbers: [0], side: 'back', fabricId: fabric.id,
      supplyId: supply.id, overSupplyIds: [], ironId: iron.id, pressClothId: null, surface: 'padded', needs: [], recipe: swatch.recipe,
      standing: 'estimated', placements: [{ x: 0, y: 0, headingDeg: 0 }], outline: null, keepOuts: [], motion: 'still', predicted: null,
    }],
  })
  runs.push(id)
}

const acked = { events: new Map(runs.map(id => [id, new Set()])), swatches: new Set(), cuts: new Map() }
const pause = () => sleep(300 + random() * 1700)
async function timed(list, work) {
  const from = performance.now()
  const result = await work()
  list.push(performance.now() - from)
  return result
}

const LISTS = [
  '/api/fabrics?size=20', '/api/supplies?size=20', '/api/jobs', '/api/due', `/api/pairings?fabricId=${fabric.id}&supplyId=${supply.id}`,
]
async function reads() {
  while (on) {
    await timed(took.lists, () => send('GET', pick(LISTS)))
    await pause()
  }
}
async function presses(n) {
  const sessionId = runs[n % RUNS], device = randomUUID()
  while (on) {
    const kind = pick(['take', 'down', 'lift', 'aside'])
    const event = { key: randomUUID(), device, atMs: Date.now(), kind, op: 'o', placement: 0 }
    const answer = await timed(took.events, () => write('POST', `/api/sessions/${sessionId}/events`, { events: [event] }))
    if (answer) acked.events.get(sessionId).add(event.key)
    await pause()
  }
}
async function judges() {
  while (on) {
    const clientKey = randomUUID()
    const answer = await write('POST', '/api/swatches', {
      clientKey, fabricId: pick(allFabrics).id, supplyId: pick(allSupplies).id, ironId: iron.id, pressClothId: null, surface: 'padded',
      recipe: swatch.recipe,
      predicted: swatch.predicted, grade: 3, pressedAt: new Date().toISOString(),
    })
    if (answer) acked.swatches.add(clientKey)
    await pause()
  }
}
async function cuts() {
  let job = null, pieces = []
  while (on) {
    if (!job || pieces.length >= 50) {
      job = await newJob('Cutter').catch(() => null)
      pieces = []
      if (!job) {
        await pause()
        continue
      }
    }
    const id = randomUUID()
    pieces.push({
      id, name: `Strip ${pieces.length}`, fabricId: fabric.id, place: 'collar', count: 1, pair: false, grain: 'any', oneWay: false,
      inset: null,
      shape: { format: 1, kind: 'block', block: 'strip', measures: { long: 100, wide: 60 } }, allowances: { seam: 10, hem: 10, front: 10 },
      interfacingId: supply.id, foamId: null, webId: null,
    })
    // A save whose answer was lost may stand all the same: it is begun from what stands there.
    for (let saved = false; on && !saved; await sleep(50)) {
      const { status, said } = await send('GET', `/api/jobs/${job.id}/cutting`)
      if (status !== 200) continue
      const { version, pieces: there } = JSON.parse(said)
      saved = there.some(p => p.id === id) || (await send('PUT', `/api/jobs/${job.id}/pieces`, { version, pieces })).status === 200
    }
    if (!on) break
    const clientKey = randomUUID(), metres = 0.2
    const part = { pieceId: id, role: 'interfacing', number: 0, offcutId: null, turnDeg: 0, x: 0, y: 0, pinned: false }
    const answer = await write('POST', `/api/jobs/${job.id}/cuts`, { supplyId: supply.id, parts: [part], metres, clientKey })
    if (answer) acked.cuts.set(clientKey, metres)
    await pause()
  }
}
/** Hears what happens in a session, as a board does: cut off, it comes back and goes on from the last it saw. */
const received = []
const streams = new Set()
let comings = 0
function watches(n) {
  const sessionId = runs[n % RUNS], mine = { sessionId, positions: [], keys: new Set() }
  received.push(mine)
  const connect = () => {
    if (!watching) return
    comings++
    const asked = request({
      host: '127.0.0.1', port: at, path: `/api/sessions/${sessionId}/live?after=${mine.positions.at(-1) ?? -1}`, agent: false,
    }, (answer) => {
      let text = ''
      answer.setEncoding('utf8').on('data', (part) => {
        text += part
        const blocks = text.split('\n\n')
        text = blocks.pop()
        for (const block of blocks) {
          const data = /^data: (\{.*)$/m.exec(block)?.[1]
          if (!data) continue
          for (const e of JSON.parse(data).events) {
            mine.positions.push(e.position)
            mine.keys.add(e.key)
          }
        }
      })
      answer.on('close', again)
    })
    streams.add(asked)
    let gone = false
    const again = () => {
      streams.delete(asked)
      if (!gone) setTimeout(connect, 500)
      gone = true
    }
    asked.on('error', again)
    asked.end()
  }
  connect()
}

const hands = []
for (let n = 0; n < LIVE; n++) watches(n)
for (let n = 0; n < CUTTERS; n++) hands.push(cuts())
const rest = boards - LIVE - CUTTERS
for (let n = 0; n < rest; n++) hands.push(n % 5 < 2 ? reads() : n % 5 < 4 ? presses(n) : judges())

const began = performance.now(), leftS = () => forS - (performance.now() - began) / 1000
const happened = { killed: 0, upgraded: 0, waited: 0, databaseRestarts: 0 }
async function kill(i) {
  servers[i].kill('SIGKILL')
  await ended(servers[i])
  happened.killed++
  await sleep(800)
  up(i)
  await untilUp(i)
}
async function upgrade() {
  // Two of the new servers begin at once: one brings the database up to date, the other waits and says so.
  const migrate = () => new Promise((done) => {
    const child = spawn(local('tsx'), [...TSX, 'scripts/migrate.ts'], {
      cwd: ROOT, env: { ...env, READY_CUFF_BACKUPS: join(folder, 'backups') }, stdio: ['ignore', 'pipe', 'inherit'],
    })
    let said = ''
    child.stdout.on('data', (part) => { said += part })
    child.on('exit', status => done({ status, said }))
  })
  const both = await Promise.all([migrate(), migrate()])
  if (both.some(m => m.status !== 0)) throw new Error('the migration failed')
  happened.waited += both.filter(m => m.said.includes('waiting until it has')).length
  for (let i = 0; i < SERVERS; i++) {
    servers[i].kill('SIGTERM')
    await ended(servers[i])
    up(i)
    await untilUp(i)
    happened.upgraded++
  }
}
async function restartDatabase() {
  const args = ['-D', dataFolder(name), '-m', 'fast', '-w', 'restart']
  const command = join(database.bin, 'pg_ctl')
  const child = isRoot
    ? spawn('runuser', ['-u', 'postgres', '--', command, ...args], { cwd: '/', stdio: 'ignore' })
    : spawn(command, args, { cwd: '/', stdio: 'ignore' })
  await ended(child)
  happened.databaseRestarts++
}

const tally = {}
try {
  await sleep(forS * 150)
  await kill(0)
  await upgrade()
  await sleep(forS * 50)
  await restartDatabase()
  for (let i = 1; leftS() > 8; i++) {
    await sleep(Math.min(6000, leftS() * 200))
    await kill(i % SERVERS)
  }
  await sleep(Math.max(0, leftS() * 1000))
  on = false
  await Promise.all(hands)
  const stood = longestMs
  // What was sent has arrived everywhere before it is compared.
  await sleep(5000)
  watching = false
  for (const s of streams) s.destroy()

  const client = new pg.Client({ connectionString: database.url })
  await client.connect()
  const rows = async (sql, ...values) => (await client.query(sql, values)).rows
  let lost = 0, doubled = 0, gaps = 0, unheard = 0
  for (const [sessionId, keys] of acked.events) {
    const kept = await rows('select key, position from session_event where session_id = $1 order by position', sessionId)
    const once = new Set(kept.map(e => e.key))
    lost += [...keys].filter(key => !once.has(key)).length
    doubled += kept.length - once.size
    gaps += kept.filter((e, i) => e.position !== i).length
    for (const mine of received.filter(h => h.sessionId === sessionId)) {
      unheard += kept.filter(e => !mine.keys.has(e.key)).length
      gaps += mine.positions.filter((p, i) => i > 0 && p !== mine.positions[i - 1] + 1).length
    }
  }
  const swatches = await rows('select client_key, count(*)::int as n from swatch group by 1')
  const byKey = new Map(swatches.map(t => [t.client_key, t.n]))
  lost += [...acked.swatches].filter(key => !byKey.has(key)).length
  doubled += swatches.filter(t => t.n > 1).length
  const layouts = await rows(
    'select client_key, metres from layout where supply_id = $1 and cut_at is not null and client_key is not null', supply.id)
  lost += [...acked.cuts.keys()].filter(key => !layouts.some(l => l.client_key === key)).length
  const [{ stock_m: stock }] = await rows('select stock_m from supply where id = $1', supply.id)
  const taken = layouts.reduce((sum, l) => sum + l.metres, 0)
  const [{ moved }] = await rows(
    `select coalesce(-sum(metres), 0)::float as moved from stock_movement where supply_id = $1 and reason = 'used'`, supply.id)
  await client.end()
  Object.assign(tally, {
    seconds: forS, boards, live: LIVE, ...happened, requests: Object.values(statuses).reduce((a, b) => a + b, 0), statuses,
    acknowledged: { events: [...acked.events.values()].reduce((n, s) => n + s.size, 0), swatches: acked.swatches.size,
      cuts: acked.cuts.size },
    lost, doubled, gaps, unheard, watchersCame: comings, refused: refused.length,
    stockRight: Math.abs(stockBefore - taken - stock) < 1e-6 && moved >= taken - 1e-6,
    lists95Ms: Math.round(quantile(took.lists, 0.95)), events95Ms: Math.round(quantile(took.events, 0.95)),
    listsMedianMs: Math.round(quantile(took.lists, 0.5)), eventsMedianMs: Math.round(quantile(took.events, 0.5)),
    longestStandstillMs: Math.round(stood),
  })
} finally {
  on = watching = false
  balancer.close()
  for (const s of servers) s?.kill('SIGKILL')
  database.remove()
  rmSync(folder, { recursive: true, force: true })
}
for (const line of [...new Set(refused)].slice(0, 5)) console.log(line)
console.log(JSON.stringify(tally))
const { lost, doubled, gaps, unheard, stockRight } = tally
process.exit(lost + doubled + gaps + unheard === 0 && stockRight && refused.length === 0 ? 0 : 1)
