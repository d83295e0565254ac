// npm run bench:load: the lists and the search under load, on a throw-away database with 20,000 fabrics and 5,000 supplies.
// Traffic stays on loopback, is bounded in count, and stops by itself.
import { randomUUID } from 'node:crypto'
import { mkdtempSync, openAsBlob, readFileSync, readdirSync, realpathSync, rmSync, writeFileSync } from 'node:fs'
import { Agent, get } from 'node:http'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import pg from 'pg'
import sharp from 'sharp'
import { startDatabase } from '../scripts/lib/postgres.mjs'
import { TSX, freePort, local, run, start } from '../scripts/lib/run.mjs'

/** `-- --short`: the same on little data, so that a change which breaks it is noticed; its figures say nothing. */
const SHORT = process.argv.includes('--short'), few = (whole, short) => (SHORT ? short : whole)
const FABRICS = few(20_000, 300), SUPPLIES = few(5000, 100), SWATCHES = few(20_000, 300), CLIENTS = few(20, 4), REQUESTS = few(2000, 40)
const IMPORT_ROWS = few(5000, 50), PICTURES = few(500, 10)
const WORDS = [
  'ticking',
  'serge',
  'lawn',
  'cambric',
  'gabardine',
  'cheviot',
  'muslin',
  'organdy',
  'batiste',
  'challis',
  'tweed',
  'percale',
  'sateen',
  'hopsack',
  'plaid',
  'oxford',
]
const FIBRES = ['cotton', 'linen', 'wool', 'polyester', 'viscose', 'silk']
let seed = 42
// A light client: it shares the two cores with the server and the database.
const agent = new Agent({ keepAlive: true, maxSockets: CLIENTS })
const ask = url =>
  new Promise((done, fail) => {
    get(url, { agent }, (answer) => {
      answer.resume()
      answer.once('end', () => done(answer.statusCode))
    }).once('error', fail)
  })
const random = () => (seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648
const pick = all => all[Math.floor(random() * all.length)]
const nameOf = () => `${pick(WORDS)} ${pick(WORDS)} ${Math.floor(random() * 1000)}`

const database = await startDatabase(`load-${process.pid}`)
const env = { ...process.env, DATABASE_URL: database.url, NODE_ENV: 'production' }
/** A picture such as a camera takes, with noise that does not pack away. */
async function picture() {
  const noise = Buffer.from(Array.from({ length: 400 * 300 * 3 }, () => Math.floor(random() * 256)))
  return sharp(noise, { raw: { width: 400, height: 300, channels: 3 } })
    .resize(1600, 1200)
    .jpeg({ quality: 80 })
    .toBuffer()
}
let server
try {
  run(local('tsx'), [...TSX, 'scripts/migrate.ts'], { env })
  run(local('tsx'), [...TSX, 'scripts/seed.ts'], { env })
  const client = new pg.Client(database.url)
  await client.connect()
  const workroom = (await client.query('select id from workroom')).rows[0].id
  const ids = Array.from({ length: FABRICS }, randomUUID)
  await client.query(
    `insert into fabric (id, workroom_id, code, name, construction, mass_gsm, mass_origin, thickness_mm, thickness_origin, may_get_wet,
      nap, colour_hex, stock_m, used)
    select * from unnest($1::uuid[], $2::uuid[], $3::text[], $4::text[], $5::text[], $6::float[], $7::text[], $8::float[], $9::text[],
      $10::bool[], $11::text[], $12::text[], $13::float[], $14::int[])`,
    [
      ids,
      ids.map(() => workroom),
      ids.map((_, i) => `LD-${i}`),
      ids.map(nameOf),
      ids.map(() => 'twill'),
      ids.map(() => 60 + Math.floor(random() * 400)),
      ids.map(() => 'typical'),
      ids.map(() => 0.4),
      ids.map(() => 'typical'),
      ids.map(() => true),
      ids.map(() => 'none'),
      ids.map(() => '#8d99a6'),
      ids.map(() => Math.floor(random() * 20)),
      ids.map(() => Math.floor(random() * 30)),
    ],
  )
  await client.query(
    'insert into fabric_fibre (fabric_id, workroom_id, fibre, share_pct, position) '
    + 'select unnest($1::uuid[]), $2, unnest($3::text[]), 100, 0',
    [ids, workroom, ids.map(() => pick(FIBRES))],
  )
  const supplies = Array.from({ length: SUPPLIES }, randomUUID)
  await client.query(
    `insert into supply (id, workroom_id, code, name, family, base, base_fibre, mass_gsm, thickness_mm, adhesive,
      adhesive_gsm, adhesive_origin,
      colour_hex, stock_m)
    select unnest($1::uuid[]), $2, unnest($3::text[]), unnest($4::text[]), 'fusible', 'woven', 'cotton', 60, 0.25, 'polyamide', 12,
      'typical', '#ffffff', 3`,
    [supplies, workroom, supplies.map((_, i) => `LS-${i}`), supplies.map(nameOf)],
  )
  const iron = (await client.query('select id from iron limit 1')).rows[0].id
  const recipe = JSON.stringify({
    format: 1,
    method: 'dry',
    setting: { label: 'wool', meanC: 154, swingC: 15, origin: 'measured' },
    firstSide: 'back',
    passes: 1,
    holdS: 30,
    lean: 'weight',
    pressureKPa: 0.8,
    pressClothWaterGsm: 0,
    mistGsm: 0,
    steamGM2S: 0,
    steamS: 0,
    coolS: 20,
  })
  const predicted = JSON.stringify({ bond: 1.2, harm: 0.4, peakC: 130, windowC: [118, 140], worst: null })
  // Every tenth swatch is of one pairing: a workroom's best-worn collar.
  const pairs = Array.from({ length: SWATCHES }, (_, i) => (i % 10 === 0 ? [ids[0], supplies[0]] : [pick(ids), pick(supplies)]))
  await client.query(
    `insert into swatch (id, workroom_id, client_key, fabric_id, supply_id, iron_id, surface, recipe, predicted, grade, pressed_at)
    select unnest($1::uuid[]), $2, unnest($1::uuid[]), unnest($3::uuid[]), unnest($4::uuid[]), $5, 'padded', $6, $7, unnest($8::int[]),
      now() - unnest($8::int[]) * interval '1 day'`,
    [
      pairs.map(() => randomUUID()),
      workroom,
      pairs.map(p => p[0]),
      pairs.map(p => p[1]),
      iron,
      recipe,
      predicted,
      pairs.map(() => Math.floor(random() * 6)),
    ],
  )
  await client.query(
    'insert into wash_round (id, workroom_id, swatch_id, client_key, wash_c, tumble, grade, washed_at) select id, workroom_id, '
    + 'id, id, 40, \'no\', 3, now() from swatch where supply_id = $1',
    [supplies[0]],
  )
  await client.query('vacuum analyze')
  await client.query('set random_page_cost = 1.1')

  console.log(`\nEXPLAIN of the search, ${FABRICS} fabrics:`)
  const explain = await client.query(
    `explain select id from fabric where deleted_at is null and workroom_id = '${workroom}' and search like '%gabardine 77%' `
    + `order by used desc, code limit 60`,
  )
  for (const row of explain.rows) console.log(`  ${row['QUERY PLAN']}`)
  console.log('EXPLAIN of the first page:')
  for (const row of (
    await client.query(
      `explain select id from fabric where deleted_at is null and workroom_id = '${workroom}' order by used desc, code limit 60`,
    )
  ).rows)
    console.log(`  ${row['QUERY PLAN']}`)

  const port = await freePort()
  server = start(process.execPath, ['.output/server/index.mjs'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...env, NITRO_HOST: '127.0.0.1', HOST: '127.0.0.1', NITRO_PORT: String(port), PORT: String(port) },
  })
  const url = `http://127.0.0.1:${port}`
  while (!(await fetch(`${url}/api/health`).catch(() => null))?.ok) await new Promise(done => setTimeout(done, 50))

  const quantile = (times, share) => times[Math.min(times.length - 1, Math.floor(times.length * share))]
  /** The longest statement that the server makes for a path, as the database logs it. */
  async function statementOf(path) {
    const before = readFileSync(database.log, 'utf8').length
    await ask(url + path)
    await new Promise(done => setTimeout(done, 50))
    const entries = readFileSync(database.log, 'utf8')
      .slice(before)
      .split(/^\d{4}-\d\d-\d\d [^\n]*?LOG: {2}(?:statement|execute [^:]*): /m)
      .slice(1)
    return entries.map(e => e.replace(/^\d{4}-\d\d-\d\d [^]*$/m, '').trim()).sort((a, b) => b.length - a.length)[0]
  }
  const folder = mkdtempSync(join(tmpdir(), 'pgbench-'))
  /** The same statements by themselves, from as many clients, ms. */
  async function bare(paths) {
    await client.query(`alter system set log_statement = 'all'`)
    await client.query('select pg_reload_conf()')
    await new Promise(done => setTimeout(done, 300))
    const statements = []
    for (const path of paths) statements.push(await statementOf(path))
    await client.query(`alter system reset log_statement`)
    await client.query('select pg_reload_conf()')
    const files = statements.map((sql, i) => {
      writeFileSync(join(folder, `${i}.sql`), `${sql};\n`)
      return ['-f', join(folder, `${i}.sql`)]
    })
    const { hostname, port: at, username, password, pathname } = new URL(database.url)
    run(
      join(dirname(realpathSync(join(database.bin, 'pg_ctl'))), 'pgbench'),
      [
        '-n',
        '-h',
        hostname,
        '-p',
        at,
        '-U',
        username,
        '-c',
        String(CLIENTS),
        '-j',
        '2',
        '-T',
        String(few(6, 1)),
        '-l',
        '--log-prefix',
        join(folder, 'took'),
        ...files.flat(),
        pathname.slice(1),
      ],
      { env: { ...env, PGPASSWORD: password, PGOPTIONS: '-c random_page_cost=1.1 -c jit=off -c max_parallel_workers_per_gather=0' } },
    )
    const times = readdirSync(folder)
      .filter(n => n.startsWith('took'))
      .flatMap(n =>
        readFileSync(join(folder, n), 'utf8')
          .trim()
          .split('\n')
          .map(line => Number(line.split(' ')[2]) / 1000),
      )
    for (const n of readdirSync(folder)) rmSync(join(folder, n))
    return times.sort((a, b) => a - b)
  }
  async function load(name, pathOf) {
    // The server has let go of connections that were idle meanwhile.
    agent.destroy()
    const times = []
    let sent = 0
    await Promise.all(
      Array.from({ length: CLIENTS }, async () => {
        while (sent < REQUESTS) {
          sent++
          const from = performance.now()
          const status = await ask(url + pathOf())
          if (status !== 200) throw new Error(`${name}: ${status}`)
          times.push(performance.now() - from)
        }
      }),
    )
    times.sort((a, b) => a - b)
    const alone = await bare(Array.from({ length: 8 }, pathOf))
    const said = share =>
      `${quantile(times, share).toFixed(1)} ms, `
      + `${(quantile(times, share) / quantile(alone, share)).toFixed(1)} × the statement alone (${quantile(alone, share).toFixed(1)} ms)`
    console.log(`${name.padEnd(40)} median ${said(0.5)}; 95th ${said(0.95)}; ${CLIENTS} clients, ${times.length} requests`)
  }
  console.log('')
  await load('warming up', () => '/api/fabrics?size=20')
  await load('fabrics, a page of 20', () => `/api/fabrics?size=20&page=${1 + Math.floor(random() * 40)}`)
  await load('fabrics, a search', () => `/api/fabrics?size=20&q=${pick(WORDS)}%20${Math.floor(random() * 100)}`)
  await load('fabrics, fibre and weight', () => `/api/fabrics?size=20&fibre=${pick(FIBRES)}&lightest=${100 + Math.floor(random() * 100)}`)
  await load('supplies, a search', () => `/api/supplies?size=20&q=${pick(WORDS)}%20${Math.floor(random() * 100)}`)

  await load(`history of a pairing, ${SWATCHES} swatches`, () => `/api/pairings?fabricId=${ids[0]}&supplyId=${supplies[0]}&size=60`)
  await load('history of a fabric', () => `/api/fabrics/${pick(ids)}/history`)
  for (let i = 0; i < 3; i++) {
    const from = performance.now()
    const body = await (await fetch(`${url}/api/match/shelf?fabricId=${ids[0]}`)).arrayBuffer()
    console.log(`the whole shelf for matching: ${(performance.now() - from).toFixed(0)} ms, ${(body.byteLength / 1e6).toFixed(1)} MB`)
  }

  const row = (_, i) => `IM-${i},${nameOf()},cotton 60; polyester 40,twill,${150 + (i % 100)},0.4`
  const sheet = () => ['code,name,fibres,construction,mass_gsm,thickness_mm', ...Array.from({ length: IMPORT_ROWS }, row)].join('\n')
  const first = sheet(),
    second = sheet()
  for (const [what, csv, dryRun] of [
    ['dry run', first, true],
    ['new rows', first, false],
    ['changed rows', second, false],
  ]) {
    const from = performance.now()
    const answer = await fetch(`${url}/api/import/fabrics`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ csv, dryRun }),
    })
    const { counts, stored } = await answer.json()
    console.log(
      `import of ${IMPORT_ROWS} rows, ${what}: ${((performance.now() - from) / 1000).toFixed(2)} s `
      + `(${counts.new} new, ${counts.changes} changed, stored: ${stored})`,
    )
  }
  console.log('\nin the database alone:')
  for (const [name, sql] of [
    ['count to 1000', `select count(*) from (select 1 from fabric where deleted_at is null and search like '%serge%' limit 1000) n`],
    [
      'page of a search',
      `select id from fabric where deleted_at is null and search like '%serge%' and search like '%77%' order by used desc, code limit 20`,
    ],
  ]) {
    const plan = await client.query(`explain (analyze, timing off) ${sql}`)
    console.log(`  ${name}: ${plan.rows.at(-1)['QUERY PLAN']}`)
  }
  // Half a thousand pictures beside the swatches: the whole goes out, and comes back, with memory flat.
  await client.query(
    `insert into swatch_photo (id, workroom_id, swatch_id, stage, width, height, jpeg)
    select gen_random_uuid(), $1, t.id, 'after', 1600, 1200, $2 from (select id from swatch limit ${PICTURES}) t`,
    [workroom, await picture()],
  )
  const memoryMB = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))[1]) / 1000
  const idle = memoryMB()
  let most = idle
  const watching = setInterval(() => {
    most = Math.max(most, memoryMB())
  }, 50)
  let from = performance.now(),
    bytes = 0
  const archive = join(folder, 'workroom.zip'),
    parts = []
  for await (const part of (await fetch(`${url}/api/export/workroom`)).body) {
    bytes += part.length
    parts.push(part)
  }
  writeFileSync(archive, Buffer.concat(parts))
  console.log(
    `archive of ${SWATCHES} swatches and ${PICTURES} pictures: ${(bytes / 1e6).toFixed(0)} MB in `
    + `${((performance.now() - from) / 1000).toFixed(1)} s, memory ${(most - idle).toFixed(0)} MB over idle`,
  )
  most = memoryMB()
  from = performance.now()
  const back = await fetch(`${url}/api/import/workroom`, { method: 'POST', body: await openAsBlob(archive), duplex: 'half' })
  console.log(
    `read back (${back.status}): ${((performance.now() - from) / 1000).toFixed(1)} s, memory ${(most - idle).toFixed(0)} MB over idle`,
  )
  clearInterval(watching)
  rmSync(folder, { recursive: true, force: true })
  await client.end()
} finally {
  server?.kill('SIGTERM')
  database.remove()
}
