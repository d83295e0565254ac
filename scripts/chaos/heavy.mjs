// npm run chaos:heavy [-- name …]: requests as heavy as the door lets in, one kind at a time, while a bystander reads a list every 20 ms.
// Says of each: its answer, how long it took, the server's own processor time, how long the bystander waited, and memory at its highest.
import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { Agent, request } from 'node:http'
import { ownServer } from './own-server.mjs'

const only = process.argv.slice(2)
const server = await ownServer('heavy')
const sleep = ms => new Promise(done => setTimeout(done, ms))
const quantile = (all, share) => [...all].sort((a, b) => a - b)[Math.min(all.length - 1, Math.floor(all.length * share))] ?? 0

const LONGEST_MS = 200_000
/** One request on a connection of its own. */
const send = (method, path, body) => new Promise((done) => {
  const { hostname, port } = new URL(server.url)
  const text = body === undefined ? null : typeof body === 'string' ? body : JSON.stringify(body)
  const asked = request({
    hostname, port, method, path, agent: false, timeout: LONGEST_MS,
    headers: text === null ? {} : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) },
  }, (answer) => {
    const parts = []
    answer.on('data', part => parts.push(part))
    answer.on('end', () => done({ status: answer.statusCode, body: Buffer.concat(parts) }))
    answer.on('error', () => done({ status: 0, body: Buffer.alloc(0) }))
  })
  asked.on('timeout', () => asked.destroy())
  asked.on('error', () => done({ status: 0, body: Buffer.alloc(0) }))
  asked.end(text ?? undefined)
})
const get = async path => JSON.parse((await send('GET', path)).body)
const must = async (method, path, body) => {
  const { status, body: said } = await send(method, path, body)
  if (status >= 300) throw new Error(`${method} ${path}: ${status} ${said.toString().slice(0, 300)}`)
  return JSON.parse(said)
}

/** Processor time of the whole server, its threads too, s. */
const cpuS = () => {
  if (!server.pid) return 0
  const fields = readFileSync(`/proc/${server.pid}/stat`, 'utf8').replace(/^.*\) /, '').split(' ')
  return (Number(fields[11]) + Number(fields[12])) / 100
}
const memoryMB = () => server.pid ? Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))[1]) / 1000 : 0

const agent = new Agent({ keepAlive: true, maxSockets: 4 })
const glance = () => new Promise((done) => {
  const from = performance.now(), { hostname, port } = new URL(server.url)
  const asked = request({ hostname, port, path: '/api/fabrics?size=20', agent, timeout: LONGEST_MS }, (answer) => {
    answer.resume()
    answer.once('end', () => done(performance.now() - from))
  })
  asked.once('error', () => done(performance.now() - from))
  asked.end()
})

async function tried(name, work) {
  if (only.length > 0 && !only.includes(name)) return null
  const waits = []
  let on = true, most = memoryMB()
  const beside = (async () => {
    while (on) {
      waits.push(await glance())
      most = Math.max(most, memoryMB())
      await sleep(20)
    }
  })()
  await sleep(200)
  const cpu = cpuS(), from = performance.now()
  let status
  try {
    status = await work()
  } catch (error) {
    status = error.message.slice(0, 120)
  }
  const took = performance.now() - from, used = cpuS() - cpu
  await sleep(100)
  on = false
  await beside
  const row = {
    request: name, status, tookS: took / 1000, cpuS: used, bystander95Ms: quantile(waits, 0.95),
    bystanderMostMs: Math.max(...waits), memoryMB: most,
  }
  console.log(JSON.stringify(row, (_, v) => typeof v === 'number' ? Math.round(v * 100) / 100 : v))
  return row
}

const fabrics = (await get('/api/fabrics?size=100')).rows, supplies = (await get('/api/supplies?size=100')).rows
const irons = await get('/api/irons')
const fabric = fabrics.find(c => c.code === 'TW-01') ?? fabrics[0]
const supply = supplies.find(s => s.code === 'B-20') ?? supplies.find(s => s.adhesive)
const newJob = name => must('POST', '/api/jobs', {
  name, garment: 'Swatch', washC: 30, tumble: 'no', dryClean: false,
  fabrics: [{ fabricId: fabric.id, place: 'collar', supplyId: supply.id }],
})
/** A toothed round of so many corners: it crosses itself nowhere. */
const round = (corners, radius, x = 0, y = 0) => Array.from({ length: corners }, (_, i) => {
  const a = (i / corners) * 2 * Math.PI, r = radius * (i % 2 ? 0.97 : 1)
  return [Math.round((x + r * Math.cos(a)) * 1000) / 1000, Math.round((y + r * Math.sin(a)) * 1000) / 1000]
})
/** Long strokes side by side: every edge's box lies on every other's. */
const strokes = corners => [
  ...Array.from({ length: corners - 2 }, (_, i) => (i % 2 ? [i * 0.5 + 900, 900] : [i * 0.5, 0])), [corners, -50], [-50, -50],
]
const piece = (rim, over = {}) => ({
  id: randomUUID(), name: 'Piece', fabricId: fabric.id, place: 'collar', count: 1, pair: false, grain: 'any', oneWay: false, inset: null,
  shape: { format: 1, kind: 'outline', drawnBy: 'seam', rim, holes: [] }, allowances: { seam: 10, hem: 10, front: 10 },
  interfacingId: supply.id, foamId: null, webId: null, ...over,
})
const savePieces = async (job, pieces) => (await send('PUT', `/api/jobs/${job.id}/pieces`, { version: 0, pieces })).status

let job = await newJob('Many corners')
const many = Array.from({ length: 60 }, () => piece(round(2000, 300)))
await tried('pieces', () => savePieces(job, many))
await tried('pieces read', async () => (await send('GET', `/api/jobs/${job.id}/cutting`)).status)
job = await newJob('Keep out')
const keepOuts = Array.from({ length: 40 }, (_, i) => ({ kind: 'other', outline: { rim: round(2000, 5, i, i), holes: [] } }))
await tried('keep-outs', () => savePieces(job, [piece(round(100, 300), { keepOuts }), piece(round(100, 300), { keepOuts })]))
await tried('keep-outs read', async () => (await send('GET', `/api/jobs/${job.id}/cutting`)).status)
job = await newJob('Strokes')
await tried('strokes', () => savePieces(job, Array.from({ length: 20 }, () => piece(strokes(1800)))))
for (const kB of [40, 400]) {
  const deep = '['.repeat(kB * 500) + ']'.repeat(kB * 500)
  await tried(`nested ${kB} kB`, async () => (await send(
    'POST', '/api/import/workroom',
    `{"format":"ready-cuff-workroom","version":4,"workroom":{"name":"x","units":{},"rules":{}},"rows":{"fabrics":[${deep}]}}`,
  )).status)
}
job = await newJob('Sail')
const side = 8000
await savePieces(job, [piece([[0, 0], [side, 0], [side, side], [0, side]], { name: 'Sail' })])
await tried('templates 8 m', async () => (await send('GET', `/api/jobs/${job.id}/templates?as=pdf&paper=A4`)).status)
job = await newJob('Templates')
await savePieces(job, many.slice(0, 40).map(p => ({ ...p, id: randomUUID() })))
await tried('templates, forty', async () => (await send('GET', `/api/jobs/${job.id}/templates?as=pdf&paper=A3`)).status)

const swatch = (await get(`/api/fabrics/${fabric.id}/history`)).rows[0] ?? (await get(`/api/fabrics/${fabrics[1].id}/history`)).rows[0]
const operation = (id, over = {}) => ({
  id, kind: 'fuse', name: 'Collar', pieceId: null, makingId: null, numbers: [0], side: 'back', fabricId: fabric.id, supplyId: supply.id,
  overSupplyIds: [], ironId: irons[0].id, pressClothId: null, surface: 'padded', needs: [], recipe: swatch.recipe, standing: 'estimated',
  placements: [{ x: 0, y: 0, headingDeg: 0 }], outline: null, keepOuts: [], motion: 'still', predicted: swatch.predicted, ...over,
})
const beginSession = async (operations) => {
  const id = randomUUID()
  const body = { id, jobId: job.id, piecesVersion: 1, startedAt: new Date().toISOString(), operations }
  return { id, ...await send('POST', '/api/sessions', body) }
}
await tried('run of 8 MB', async () => (await beginSession(Array.from({ length: 320 }, (_, i) => operation(`o${i}`, {
  outline: { rim: round(1400, 300), holes: [] },
})))).status)
{
  const run = await beginSession(Array.from({ length: 400 }, (_, i) => operation(`o${i}`)))
  const device = randomUUID()
  let atMs = Date.now() - 400_000
  const asWords = (kind, op, over = {}) => ({ key: randomUUID(), device, atMs: (atMs += 7), kind, op, ...over })
  const before = Array.from({ length: 400 }, (_, i) => `o${i}`).flatMap(op => [
    asWords('down', op, { placement: 0, ironId: irons[0].id, soleC: 150 }), asWords('lift', op), asWords('cold', op),
  ])
  for (let i = 0; i < before.length; i += 300) await must('POST', `/api/sessions/${run.id}/events`, { events: before.slice(i, i + 300) })
  const edges = Array.from({ length: 400 }, (_, i) => asWords('edge', `o${i}`, { edge: 'holds' }))
  await tried('400 edges', async () => (await send('POST', `/api/sessions/${run.id}/events`, { events: edges })).status)
}
const cardJob = (await get('/api/jobs?size=100')).rows.find(j => j.fabrics.some(c => c.supplyId))
await tried('care card', async () => (await send('GET', `/api/jobs/${cardJob.id}/care-card?as=pdf`)).status)
job = await newJob('Patchworks')
const patches = Array.from({ length: 1600 }, (_, i) => [(i % 40) * 50, Math.floor(i / 40) * 50, 50, 50, (i + Math.floor(i / 40)) % 2])
const grid = () => ({
  id: randomUUID(), name: 'Grid', fabricId: fabric.id, fabricIds: [fabric.id],
  spec: {
    format: 1, kind: 'patchwork', first: 'rows', closed: false, seamMm: 6,
    colours: [{ hex: '#204080', fabric: 0 }, { hex: '#f0f0f0', fabric: 0 }],
    patches, turned: {}, ties: [], open: false,
  },
})
await tried('twenty patchworks', async () => (await send('PUT', `/api/jobs/${job.id}/makings`, {
  version: 0, makings: Array.from({ length: 20 }, grid),
})).status)
await tried('eight windows', async () => (await Promise.all(Array.from({ length: 8 }, (_, i) => send('POST', '/api/reports/window', {
  fabricId: fabric.id, supplyId: supply.id, ironId: irons[0].id, pressClothId: null, overSupplyIds: [], surface: 'padded',
  recipe: swatch.recipe,
  seed: i + 1,
})))).map(a => a.status).join(' '))
const line = i => `IM-${i},Serge ${i} ${'x'.repeat(60)},cotton 60; polyester 40,twill,${150 + (i % 100)},0.4`
const csv = ['code,name,fibres,construction,mass_gsm,thickness_mm', ...Array.from({ length: 36_000 }, (_, i) => line(i))].join('\n')
await tried('CSV of 4 MB', async () => (await send('POST', '/api/import/fabrics', { csv, dryRun: true })).status)
server.down()
process.exit(0)
