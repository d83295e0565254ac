// npm run chaos:hostile [-- 4000 1]: so many hostile requests, drawn by a seed: well-formed ones spoilt at one place, other words,
// other kinds, other hosts, bodies cut off. Counts statuses, 500s, refusals without a sentence, half-written rows, memory, the slowest.
import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { request } from 'node:http'
import { fromBuffer } from 'yauzl'
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
  '\'; drop table fabric; --',
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
const fabrics = (await json('/api/fabrics')).rows,
  supplies = (await json('/api/supplies')).rows,
  irons = await json('/api/irons')
const swatches = (await json(`/api/fabrics/${fabrics[0].id}/history`)).rows
const places = await json('/api/places'),
  jobs = (await json('/api/jobs')).rows,
  workroom = await json('/api/workroom')
const [fabric, supply, iron, swatch, job] = [fabrics[0], supplies.find(s => s.adhesive), irons[0], swatches[0], jobs[0]]
const pairing = { fabricId: fabric.id, supplyId: supply.id, ironId: iron.id, pressClothId: null, surface: 'padded' }
const cutJob = jobs.find(j => j.name.startsWith('Stewards'))
const cutting = await json(`/api/jobs/${cutJob.id}/cutting`)
const [cutPiece] = cutting.pieces
const cutPart = { pieceId: cutPiece.id, role: 'interfacing', number: 0, offcutId: null, turnDeg: 0, x: 0, y: 0, pinned: false }
const key = '11111111-1111-4111-8111-111111111111'
const uuid = () => randomUUID()
const operation = {
  id: 'o1', kind: 'fuse', name: 'Collar', pieceId: null, makingId: null, numbers: [0], side: 'back', fabricId: fabric.id,
  supplyId: supply.id,
  overSupplyIds: [], ironId: iron.id, pressClothId: null, surface: 'padded', needs: [], recipe: swatch.recipe, standing: 'estimated',
  placements: [{ x: 0, y: 0, headingDeg: 0 }], outline: { rim: [[0, 0], [100, 0], [100, 60]], holes: [] }, keepOuts: [], motion: 'still',
  predicted: swatch.predicted,
}
const sessionId = uuid()
await fetch(`${server.url}/api/sessions`, {
  method: 'POST', headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ id: sessionId, jobId: job.id, piecesVersion: 0, startedAt: new Date().toISOString(), operations: [operation] }),
})
const sessionEvent = kind => ({
  key: uuid(), device: key, atMs: Date.now(), kind, op: 'o1', placement: 0, ironId: iron.id, soleC: 150, edge: 'holds', placements: [0],
  byS: 3,
  setting: { label: 'wool', meanC: 150, swingC: 5 }, ids: ['o1'],
})
const makings = await json(`/api/jobs/${job.id}/makings`)
const strips = {
  id: uuid(), name: 'Binding', fabricId: fabric.id, spec: {
    format: 1, kind: 'strips', wideMm: 40, aroundMm: 900, corners: 4, fabricMm: 1400, bias: false, join: 'straight', seamMm: 6,
    fold: 'double',
  },
}
const scrap = {
  name: 'Left', fabricId: fabric.id, wideMm: 200, highMm: 200, massGsm: 200, givePct: 2, washC: 30,
  face: { palette: [{ hex: '#204080', sharePct: 100 }], figureMm: null, tile: null }, back: null,
}
const labels = {
  name: 'Labels', spec: {
    format: 1, kind: 'labels', texts: ['A. Mate'], face: 'sans', sizeMm: 5, wideMm: 60, highMm: 15, borderMm: 1, paper: 'A4',
  },
}
const window = { ...pairing, overSupplyIds: [], recipe: swatch.recipe, seed: 1 }
/** Requests as the board makes them; each is spoilt before it is sent. */
const GOOD = [
  ['POST', '/api/fabrics', fabric],
  ['PUT', `/api/fabrics/${fabric.id}`, fabric],
  ['POST', '/api/supplies', supply],
  ['PUT', `/api/supplies/${supply.id}`, supply],
  ['POST', '/api/irons', iron],
  ['PUT', `/api/irons/${iron.id}`, iron],
  ['POST', '/api/swatches', { ...swatch, clientKey: key }],
  ['POST', '/api/plans', { ...pairing, scraps: [{ number: 1, recipe: swatch.recipe, asks: '?' }] }],
  ['POST', '/api/jobs', job],
  ['PUT', `/api/jobs/${job.id}`, job],
  ['PUT', '/api/workroom', workroom],
  ['PUT', `/api/jobs/${cutJob.id}/pieces`, { version: cutting.version, pieces: cutting.pieces }],
  ['PUT', `/api/jobs/${cutJob.id}/layouts`, { supplyId: cutPiece.interfacingId, parts: [cutPart] }],
  ['POST', `/api/jobs/${cutJob.id}/cuts`, { supplyId: cutPiece.interfacingId, parts: [cutPart], metres: 1, clientKey: key }],
  ['POST', `/api/swatches/${swatch.id}/washes`, { clientKey: key, washC: 40, tumble: 'no', grade: 3, washedAt: '2026-11-24T10:00:00Z' }],
  ['POST', `/api/swatches/${swatch.id}/readings`, { kind: 'peel', value: 12 }],
  ['POST', '/api/places', places[0] ?? { name: 'x' }],
  ['POST', `/api/fabrics/${fabric.id}/measurements`, { kind: 'mass', a: 1, b: 100, c: 100 }],
  ['POST', `/api/fabrics/${fabric.id}/corners`, { soleC: 110, heldS: 5, seen: 'nothing', note: '' }],
  ['PUT', `/api/fabrics/${fabric.id}/pieces`, { place: 'collar', pieces: [{ id: key, name: 'a', alongMm: 50, acrossMm: 50, count: 1 }] }],
  ['POST', `/api/supplies/${supply.id}/stock`, { metres: 1, reason: 'bought' }],
  ['POST', `/api/supplies/${supply.id}/trim-runs`, { fromM: 0, toM: 1, heatC: 150 }],
  ['POST', '/api/import/fabrics', { csv: 'code,name\nX,Y', dryRun: true }],
  ['POST', '/api/import/calibrations', { csv: 'iron,setting\n', dryRun: true }],
  [
    'POST',
    '/api/import/workroom',
    { format: 'ready-cuff-workroom', version: 3, workroom: { name: 'x', units: {}, rules: {} }, rows: { fabrics: [{ id: 1 }] } },
  ],
  ['POST', `/api/fabrics/${fabric.id}/preshrink`, {
    kind: 'press', heatC: 150, alongBeforeMm: 250, alongAfterMm: 246, acrossBeforeMm: 250, acrossAfterMm: 249,
  }],
  ['POST', '/api/sessions', { id: uuid(), jobId: job.id, piecesVersion: 0, startedAt: '2026-11-24T10:00:00Z', operations: [operation] }],
  ['POST', `/api/sessions/${sessionId}/events`, { events: ['take', 'down', 'lift', 'cold', 'edge', 'dial', 'clock'].map(sessionEvent) }],
  ['POST', `/api/sessions/${sessionId}/events`, { events: [sessionEvent('close')] }],
  ['PUT', `/api/sessions/${sessionId}/operations`, { piecesVersion: 0, operations: [{ ...operation, id: 'o2' }] }],
  ['PUT', `/api/jobs/${job.id}/makings`, { version: makings.version, makings: [...makings.makings, strips] }],
  ['POST', `/api/jobs/${job.id}/care`, {
    clientKey: uuid(), fabricId: fabric.id, supplyId: supply.id, rounds: 2, washC: 30, tumble: 'no', softener: false, grade: 4, marks: [],
    foreseen: 1, note: '', cameAt: '2026-11-24T10:00:00Z',
  }],
  ['POST', '/api/scraps', scrap],
  ['DELETE', `/api/scraps/${key}`],
  ['DELETE', `/api/offcuts/${key}`],
  ['POST', `/api/irons/${iron.id}/calibrations`, {
    position: 0, source: 'typed', clientKey: null,
    readings: Array.from({ length: 90 }, (_, i) => ({ atS: i * 10, c: 110 + 8 * Math.sin(i / 3) })),
  }],
  ['POST', '/api/import/supplies', { csv: 'code,name\nX,Y', dryRun: true }],
  ['POST', '/api/paper', { as: 'svg', paper: 'A4', making: labels }],
  ['POST', '/api/reports/window', window],
  ['PUT', `/api/places/${key}`, places[0] ?? { name: 'x', version: 0 }],
  ['POST', `/api/swatches/${swatch.id}/photos?stage=after`, { not: 'a picture' }],
  ['POST', '/api/unreadable', { entity: 'jobPieces', id: cutPiece.id }],
  ['GET', `/api/jobs/${job.id}/care-card?as=text`],
  ['GET', '/api/fabrics?page=1&size=10&q=a'],
  ['GET', `/api/fabrics/${fabric.id}`],
  ['GET', `/api/pairings?fabricId=${fabric.id}&supplyId=${supply.id}`],
  ['GET', `/api/swatches/${swatch.id}/proof?as=text`],
  ['GET', '/api/jobs?done=false'],
  ['GET', `/api/jobs/${cutJob.id}/templates?as=svg`],
  ['GET', `/api/jobs/${cutJob.id}/chalk?supplyId=${cutPiece.interfacingId}`],
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
        timeout: 90_000,
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
    asked.on('timeout', () => asked.destroy(new Error('no answer in 90 s')))
    asked.on('error', error =>
      done({ status: 0, ms: performance.now() - from, said: error.message, what: `${method} ${path}`, body: cut.slice(0, 200) }),
    )
    asked.end(cut)
  })
const memoryMB = () =>
  server.pid ? Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1] ?? 0) / 1000 : null
/** Rows that belong to nothing, or to half of something. */
async function halfRows() {
  const listed = (await json('/api/fabrics?size=100')).rows
  const shares = listed.filter(c => c.fibres.length > 0 && Math.abs(c.fibres.reduce((s, f) => s + f.sharePct, 0) - 100) > 0.05)
  return shares.length + (await json('/api/irons')).filter(i => i.settings.length === 0).length
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
/** Everything that any list or sheet shows, asked for once. @returns what could not be read */
async function readAll() {
  const wrong = []
  const read = async (path) => {
    const answer = await fetch(server.url + path)
    const text = await answer.text()
    if (answer.status !== 200) wrong.push(`${answer.status} ${path} ${text.slice(0, 160)}`)
    return answer.status === 200 && answer.headers.get('content-type')?.includes('json') ? JSON.parse(text) : null
  }
  const pages = async (path) => {
    const all = []
    for (let page = 1; page <= 60; page++) {
      const found = await read(`${path}${path.includes('?') ? '&' : '?'}size=100&page=${page}`)
      all.push(...found?.rows ?? [])
      if ((found?.rows.length ?? 0) < 100) break
    }
    return all
  }
  for (const of of ['workroom', 'due', 'scraps', 'stitching', 'rescues', 'places', 'match/shelf']) await read(`/api/${of}`)
  for (const c of await pages('/api/fabrics'))
    for (const of of ['', '/records', '/history', '/pieces?place=collar']) await read(`/api/fabrics/${c.id}${of}`)
  for (const s of await pages('/api/supplies'))
    for (const of of ['', '/records', '/offcuts', '/washes']) await read(`/api/supplies/${s.id}${of}`)
  for (const i of await read('/api/irons') ?? []) await read(`/api/irons/${i.id}/calibrations`)
  for (const done of [false, true]) {
    for (const j of await pages(`/api/jobs?done=${done}`)) {
      for (const of of ['', '/cutting', '/makings', '/care']) await read(`/api/jobs/${j.id}${of}`)
      for (const r of await read(`/api/jobs/${j.id}/sessions`) ?? [])
        for (const of of ['', '/log', '/events']) await read(`/api/sessions/${r.id}${of}`)
    }
  }
  await read('/api/export/fabrics')
  await read('/api/export/supplies')
  for (const row of await read('/api/unreadable') ?? []) wrong.push(`cannot be read: ${JSON.stringify(row)}`)
  return wrong
}
const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/gi
const archive = async () => Buffer.from(await (await fetch(`${server.url}/api/export/workroom`)).arrayBuffer())
/** The rows of an archive, list by list, whatever their ids and order. */
async function rowsOf(zip) {
  const text = await new Promise((done, fail) => fromBuffer(zip, { lazyEntries: true }, (error, file) => {
    if (error) return fail(error)
    file.on('entry', (entry) => {
      if (entry.fileName !== 'workroom.json') return file.readEntry()
      file.openReadStream(entry, (wrong, stream) => {
        if (wrong) return fail(wrong)
        const parts = []
        stream.on('data', part => parts.push(part)).on('end', () => done(Buffer.concat(parts).toString('utf8')))
      })
    })
    file.readEntry()
  }))
  const { rows } = JSON.parse(text)
  return Object.fromEntries(Object.entries(rows).map(([list, all]) => [list, all.map(r => JSON.stringify(r).replace(UUID, '*')).sort()]))
}
/** Out, back in, and out again: nothing may be other than it was. @returns the lists that differ */
async function outAndBack() {
  const first = await archive()
  const answer = await fetch(`${server.url}/api/import/workroom`, { method: 'POST', body: first })
  if (answer.status !== 200) return [`the archive was not read back: ${answer.status} ${(await answer.text()).slice(0, 300)}`]
  const [before, after] = [await rowsOf(first), await rowsOf(await archive())]
  return Object.keys(before).filter(list => JSON.stringify(before[list]) !== JSON.stringify(after[list]))
    .map(list => `${list}: ${before[list].length} before, ${after[list].length} after`)
}

const half = await halfRows(), well = (await fetch(`${server.url}/api/health`)).status
const unread = await readAll(), changed = await outAndBack()
unread.push(...await readAll())
for (const line of [...faults.slice(0, 5), ...wordless.slice(0, 5), ...unread.slice(0, 5), ...changed]) console.log(line)
console.log(
  JSON.stringify({
    requests: done,
    statuses,
    faults: faults.length,
    withoutSentence: wordless.length,
    halfRows: half,
    unread: unread.length,
    changedByArchive: changed.length,
    slowestMs: slowest.ms,
    slowest: slowest.what,
    memoryMB: [startMB, memoryMB()].map(m => m && Math.round(m)),
    stillWell: well === 200,
  }),
)
server.down()
process.exit(faults.length + wordless.length + half + unread.length + changed.length === 0 && well === 200 ? 0 : 1)
