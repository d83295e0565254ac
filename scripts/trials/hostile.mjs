// npm run trial:hostile [-- 4000 1]: so many hostile requests, drawn by a seed: well-formed ones spoilt at one place, other words,
// other kinds, other hosts, bodies cut off. Counts statuses, 500s, refusals without a sentence, half-written rows, memory, the slowest.
import { readFileSync } from 'node:fs'
import { request } from 'node:http'
import { seeded } from '../lib/seeded.mjs'
import { ownServer } from './own-server.mjs'

const [count = 4000, seed = 1] = process.argv.slice(2).map(Number)
const random = seeded(seed)
const pick = from => from[Math.floor(random() * from.length)]
const server = await ownServer('hostile')
const json = async path => (await fetch(server.url + path)).json()

const NASTY = [
  null,
  true,
  '',
  ' ',
  'x'.repeat(3000),
  'a\u0000b',
  '\ud800',
  '\u202e',
  '💥'.repeat(50),
  -1,
  0,
  1e308,
  -1e308,
  0.1,
  2 ** 53,
  'NaN',
  [],
  [[]],
  {},
  { __proto__: null, constructor: { prototype: { admin: true } } },
  '0000-01-01T00:00:00Z',
  '9999-12-31T23:59:59Z',
  '00000000-0000-4000-8000-000000000000',
  '\'; drop table cloth; --',
  '../../../etc/passwd',
  '<script>alert(1)</script>',
  '%00',
  '${7*7}',
]
const HEADERS = [
  {},
  {},
  {},
  {},
  { host: 'tailor.example' },
  { origin: 'http://127.0.0.1:3000' },
  { origin: 'null' },
  { 'content-type': 'text/plain' },
  { 'content-type': 'multipart/form-data; boundary=x' },
  { 'content-encoding': 'gzip' },
  { 'x-forwarded-host': 'tailor.example' },
  { 'sec-fetch-site': 'cross-site' },
  { cookie: 'a='.repeat(500) },
  { range: 'bytes=0-1,2-3' },
]
const cloths = (await json('/api/cloths')).rows,
  supplies = (await json('/api/supplies')).rows,
  irons = await json('/api/irons')
const trials = (await json(`/api/cloths/${cloths[0].id}/history`)).rows
const places = await json('/api/places'),
  jobs = (await json('/api/jobs')).rows,
  workshop = await json('/api/workshop')
const [cloth, supply, iron, trial, job] = [cloths[0], supplies.find(s => s.resin), irons[0], trials[0], jobs[0]]
const pairing = { clothId: cloth.id, supplyId: supply.id, ironId: iron.id, coverId: null, bed: 'padded' }
const cutJob = jobs.find(j => j.name.startsWith('Stewards'))
const cutting = await json(`/api/jobs/${cutJob.id}/cutting`)
const [cutPiece] = cutting.pieces
const cutPart = { pieceId: cutPiece.id, role: 'backing', number: 0, offcutId: null, turnDeg: 0, x: 0, y: 0, pinned: false }
const key = '11111111-1111-4111-8111-111111111111'
/** Requests as the board makes them; each is spoilt before it is sent. */
const GOOD = [
  ['POST', '/api/cloths', cloth],
  ['PUT', `/api/cloths/${cloth.id}`, cloth],
  ['POST', '/api/supplies', supply],
  ['PUT', `/api/supplies/${supply.id}`, supply],
  ['POST', '/api/irons', iron],
  ['PUT', `/api/irons/${iron.id}`, iron],
  ['POST', '/api/trials', { ...trial, clientKey: key }],
  ['POST', '/api/plans', { ...pairing, scraps: [{ number: 1, recipe: trial.recipe, asks: '?' }] }],
  ['POST', '/api/jobs', job],
  ['PUT', `/api/jobs/${job.id}`, job],
  ['PUT', '/api/workshop', workshop],
  ['PUT', `/api/jobs/${cutJob.id}/pieces`, { version: cutting.version, pieces: cutting.pieces }],
  ['PUT', `/api/jobs/${cutJob.id}/lays`, { supplyId: cutPiece.backingId, parts: [cutPart] }],
  ['POST', `/api/jobs/${cutJob.id}/cuts`, { supplyId: cutPiece.backingId, parts: [cutPart], metres: 1, clientKey: key }],
  ['POST', `/api/trials/${trial.id}/washes`, { clientKey: key, washC: 40, tumble: 'no', grade: 3, washedAt: '2026-11-24T10:00:00Z' }],
  ['POST', `/api/trials/${trial.id}/readings`, { kind: 'peel', value: 12 }],
  ['POST', '/api/places', places[0] ?? { name: 'x' }],
  ['POST', `/api/cloths/${cloth.id}/measurements`, { kind: 'mass', a: 1, b: 100, c: 100 }],
  ['POST', `/api/cloths/${cloth.id}/corners`, { soleC: 110, heldS: 5, seen: 'nothing', note: '' }],
  ['PUT', `/api/cloths/${cloth.id}/pieces`, { place: 'collar', pieces: [{ id: key, name: 'a', alongMm: 50, acrossMm: 50, count: 1 }] }],
  ['POST', `/api/supplies/${supply.id}/stock`, { metres: 1, reason: 'bought' }],
  ['POST', `/api/supplies/${supply.id}/runs`, { fromM: 0, toM: 1, heatC: 150 }],
  ['POST', '/api/import/cloths', { csv: 'code,name\nX,Y', dryRun: true }],
  ['POST', '/api/import/calibrations', { csv: 'iron,stop\n', dryRun: true }],
  [
    'POST',
    '/api/import/workroom',
    { format: 'ready-cuff-workroom', version: 3, workshop: { name: 'x', units: {}, rules: {} }, rows: { cloths: [{ id: 1 }] } },
  ],
  ['GET', '/api/cloths?page=1&size=10&q=a'],
  ['GET', `/api/cloths/${cloth.id}`],
  ['GET', `/api/pairings?clothId=${cloth.id}&supplyId=${supply.id}`],
  ['GET', `/api/trials/${trial.id}/proof?as=text`],
  ['GET', '/api/jobs?done=false'],
  ['GET', `/api/jobs/${cutJob.id}/templates?as=svg`],
  ['GET', `/api/jobs/${cutJob.id}/chalk?supplyId=${cutPiece.backingId}`],
  ['DELETE', `/api/places/${key}`],
  ['GET', `/api/backups/none.zip`],
]

/** One place in a value made something else. */
function spoil(value) {
  const paths = []
  const walk = (v, path) => {
    if (path.length > 0) paths.push(path)
    if (v && typeof v === 'object') for (const k of Object.keys(v)) walk(v[k], [...path, k])
  }
  walk(value, [])
  const copy = structuredClone(value),
    path = pick(paths) ?? []
  let at = copy
  for (const k of path.slice(0, -1)) at = at[k]
  if (path.length === 0) return pick(NASTY)
  if (random() < 0.2) delete at[path.at(-1)]
  else at[path.at(-1)] = pick(NASTY)
  return copy
}
function spoilPath(path) {
  const how = random()
  if (how < 0.5) return path
  if (how < 0.7) return path.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/, pick(['abc', '%E0%A4%A', '..%2f..', key, '%00', 'x'.repeat(400)]))
  return path.replace(/=[^&]*/, `=${encodeURIComponent(String(pick([-1, 0, 1e9, 'two', '\'', '\u0000', 'x'.repeat(500)])))}`)
}
const send = ([method, path, body]) =>
  new Promise((done) => {
    const text = body === undefined ? '' : JSON.stringify(random() < 0.75 ? spoil(body) : body)
    const cut = random() < 0.05 ? text.slice(0, Math.floor(random() * text.length)) : text
    const from = performance.now(),
      said = []
    const url = new URL(server.url)
    const asked = request(
      {
        host: url.hostname,
        port: url.port,
        method: random() < 0.04 ? pick(['PATCH', 'TRACE', 'OPTIONS', 'HEAD', 'DELETE']) : method,
        path: spoilPath(path),
        headers: { ...(cut ? { 'content-type': 'application/json' } : {}), ...pick(HEADERS) },
        agent: false,
        timeout: 20_000,
      },
      (answer) => {
        answer.setEncoding('utf8').on('data', t => said.push(t))
        answer.on('end', () =>
          done({
            status: answer.statusCode,
            ms: performance.now() - from,
            said: said.join(''),
            what: `${method} ${path}`,
            body: cut.slice(0, 200),
          }),
        )
      },
    )
    asked.on('timeout', () => asked.destroy(new Error('no answer in 20 s')))
    asked.on('error', error =>
      done({ status: 0, ms: performance.now() - from, said: error.message, what: `${method} ${path}`, body: cut.slice(0, 200) }),
    )
    asked.end(cut)
  })
const memoryMB = () =>
  server.pid ? Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1] ?? 0) / 1000 : null
/** Rows that belong to nothing, or to half of something. */
async function halfRows() {
  const listed = (await json('/api/cloths?size=100')).rows
  const shares = listed.filter(c => c.fibres.length > 0 && Math.abs(c.fibres.reduce((s, f) => s + f.sharePct, 0) - 100) > 0.05)
  return shares.length + (await json('/api/irons')).filter(i => i.stops.length === 0).length
}

const statuses = {},
  faults = [],
  wordless = []
let slowest = { ms: 0, what: '' },
  done = 0
const startMB = memoryMB()
async function worker() {
  while (done < count) {
    done++
    const answer = await send(pick(GOOD))
    statuses[answer.status] = (statuses[answer.status] ?? 0) + 1
    if (answer.ms > slowest.ms) slowest = { ms: Math.round(answer.ms), what: answer.what }
    if (answer.status >= 500 || answer.status === 0)
      faults.push(`${answer.status} ${answer.what} ${answer.said.slice(0, 160)} ${answer.body}`)
    else if (answer.status >= 400 && answer.said && answer.status !== 431 && !/"detail":"\S.{8,}/.test(answer.said))
      wordless.push(`${answer.status} ${answer.what} ${answer.said.slice(0, 100)}`)
  }
}
await Promise.all(Array.from({ length: 8 }, worker))
const half = await halfRows(),
  well = (await fetch(`${server.url}/api/health`)).status
for (const line of [...faults.slice(0, 5), ...wordless.slice(0, 5)]) console.log(line)
console.log(
  JSON.stringify({
    requests: done,
    statuses,
    faults: faults.length,
    withoutSentence: wordless.length,
    halfRows: half,
    slowestMs: slowest.ms,
    slowest: slowest.what,
    memoryMB: [startMB, memoryMB()].map(m => m && Math.round(m)),
    stillWell: well === 200,
  }),
)
server.down()
process.exit(faults.length + wordless.length + half === 0 && well === 200 ? 0 : 1)
