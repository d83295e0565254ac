import { randomUUID } from 'node:crypto'
import { request as ask } from 'node:http'
import { expect, test, type APIRequestContext } from '@playwright/test'
import { PDFDocument } from 'pdf-lib'
import type { Fabric, Iron, Page as Listed, Supply, Swatch } from '#shared/schemas'
import { PNG } from './picture'
import { startServer, type Server } from './server'

/** Faults that were once found by swatch; each of these failed before it was mended. */
let server: Server
test.beforeAll(async () => { server = await startServer() })
test.afterAll(() => server.down())

const api = (request: APIRequestContext) => ({
  get: async <T>(path: string) => await (await request.get(`${server.url}${path}`)).json() as T,
  post: (path: string, data: unknown) => request.post(`${server.url}${path}`, { data }),
  put: (path: string, data: unknown) => request.put(`${server.url}${path}`, { data }),
})
const together = <T>(n: number, spec: (i: number) => Promise<T>) => Promise.all(Array.from({ length: n }, (_, i) => spec(i)))
const statuses = (answers: { status: () => number }[]) => answers.map(a => a.status()).toSorted()
const fabricBody = (code: string) => ({
  code, name: `Fabric ${code}`, fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27,
  mayGetWet: true, nap: 'none', finishes: [], colourHex: '#ffffff', note: '',
})
async function swatchBody(request: APIRequestContext) {
  const { get } = api(request)
  const [fabrics, supplies, irons] = [
    await get<Listed<Fabric>>('/api/fabrics'), await get<Listed<Supply>>('/api/supplies'), await get<Iron[]>('/api/irons'),
  ]
  return {
    clientKey: randomUUID(), fabricId: fabrics.rows[0]!.id, supplyId: supplies.rows.find(s => s.adhesive)!.id, ironId: irons[0]!.id,
    pressClothId: null, surface: 'padded', predicted: { bond: 1, harm: 0, peakC: 120, windowC: [100, 120], worst: null }, grade: 3,
    marks: [],
    note: '',
    recipe: {
      format: 2, method: 'dry', setting: { label: 'wool', meanC: 150, swingC: 5, origin: 'typical' }, firstSide: 'back', passes: 1,
      holdS: 10,
      lean: 'weight', pressureKPa: 1, pressClothWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0, coolS: 10, tableS: 0,
    },
    pressedAt: '2026-11-24T10:00:00Z',
  }
}

test('twelve saves of one fabric at once, over and over: one wins, eleven see both, nobody waits for a connection', async ({ request }) => {
  const { get, put, post } = api(request)
  const made = await (await post('/api/fabrics', fabricBody('SIX'))).json() as Fabric
  for (let round = 0; round < 4; round++) {
    const { version } = await get<Fabric>(`/api/fabrics/${made.id}`)
    const answers = await together(12, i => put(`/api/fabrics/${made.id}`, { ...fabricBody('SIX'), note: `by ${i}`, version }))
    expect(statuses(answers)).toEqual([200, ...Array.from({ length: 11 }, () => 409)])
  }
})

test('limits are held where things are written; what is over them already comes out and goes back in whole', async ({ request }) => {
  const { get, post } = api(request)
  const body = await swatchBody(request)
  const { id } = await (await post('/api/swatches', body)).json() as Swatch
  const readings = await together(25, () => post(`/api/swatches/${id}/readings`, { kind: 'overhang', value: 60 }))
  expect(statuses(readings)).toEqual([...Array.from({ length: 20 }, () => 200), ...Array.from({ length: 5 }, () => 422)])
  const pictures = await together(25, () => request.post(`${server.url}/api/swatches/${id}/photos`, {
    data: PNG, headers: { 'content-type': 'application/octet-stream' },
  }))
  expect(statuses(pictures)).toEqual([...Array.from({ length: 12 }, () => 201), ...Array.from({ length: 13 }, () => 422)])
  const supply = (await get<Listed<Supply>>('/api/supplies')).rows[0]!
  await post(`/api/supplies/${supply.id}/stock`, { metres: 90_000, reason: 'bought' })
  const more = await post(`/api/supplies/${supply.id}/stock`, { metres: 90_000, reason: 'bought' })
  expect([more.status(), (await more.json()).detail]).toEqual([422, 'Length: a shelf holds 100000 m of one supply at the most.'])
  const out = await request.get(`${server.url}/api/export/workroom`)
  expect(out.status()).toBe(200)
  const back = await request.post(`${server.url}/api/import/workroom`, {
    data: await out.body(), headers: { 'content-type': 'application/zip' },
  })
  expect(back.status()).toBe(200)
})

test('hand-made workroom files: each refused with a sentence, and nothing changed', async ({ request }) => {
  const { get } = api(request)
  const ids = Array.from({ length: 6 }, () => randomUUID()), at = '2026-11-24T10:00:00Z'
  const swatch = await swatchBody(request)
  const supply = { ...(await get<Listed<Supply>>('/api/supplies')).rows.find(s => s.adhesive)!, id: ids[1] }
  const rows = {
    fabrics: [{ ...fabricBody('H-1'), id: ids[0] }], fabricFibres: [{ fabricId: ids[0], fibre: 'cotton', sharePct: 100, position: 0 }],
    supplies: [supply], irons: [{ id: ids[2], name: 'Iron', kind: 'household', note: '' }],
    swatches: [{ ...swatch, id: ids[3], createdAt: at, fabricId: ids[0], supplyId: ids[1], ironId: ids[2], overSupplyIds: [] as string[] }],
  }
  const file = (over: object) => ({
    format: 'ready-cuff-workroom', version: 3,
    workroom: { name: 'W', units: { length: 'mm', temperature: '°C', arealMass: 'g/m²' }, rules: {} }, rows: { ...rows, ...over },
  })
  const before = (await get<Listed<Fabric>>('/api/fabrics?size=100')).rows.map(c => c.id)
  const picture = { id: ids[4], createdAt: at, swatchId: ids[3], stage: 'after', width: 9, height: 9 }
  const session = { id: ids[4], createdAt: at, supplyId: ids[1], fromM: 3, toM: 1, heatC: 150 }
  const cases: [object, RegExp][] = [
    [{ trimRuns: [session] }, /a preshrunk length in it has a figure that none can have/],
    [{ fabricFibres: [{ ...rows.fabricFibres[0], sharePct: 1 }] }, /fabric H-1: Fibre shares: they make 1 %/],
    [{ swatches: [{ ...rows.swatches[0], overSupplyIds: [ids[5]] }] }, /layer over it that is not in it/],
    [{ photos: [{ ...picture, jpeg: '' }] }, /picture in it is empty/],
    [{ photos: [picture] }, /picture in it is empty, or not there/],
    [{ swatches: [{ ...rows.swatches[0], fabricId: ids[5] }] }, /a test swatch in it belongs to a fabric that is not in it/],
    [{ fabrics: [...rows.fabrics, { ...rows.fabrics[0], code: 'H-2' }] }, /the same fabric is in it twice/],
    [{ fabrics: [{ ...rows.fabrics[0], note: 'a\u0000b' }] }, /character in it that cannot be kept/],
    [{ swatches: [{ ...rows.swatches[0], pressedAt: '0000-01-01T00:00:00Z' }] }, /a test swatch in it has a figure that none can have/],
  ]
  for (const [over, says] of cases) {
    const answer = await request.post(`${server.url}/api/import/workroom`, { data: file(over) })
    expect(answer.status(), String(says)).toBe(422)
    expect((await answer.json()).detail).toMatch(says)
  }
  expect((await get<Listed<Fabric>>('/api/fabrics?size=100')).rows.map(c => c.id)).toEqual(before)
})

test('text and dates that no database holds are refused at their field, never with a 500', async ({ request }) => {
  const { post } = api(request)
  const body = await swatchBody(request)
  const raw = (text: string) => request.post(`${server.url}/api/swatches`, {
    data: Buffer.from(JSON.stringify(body).replace('"note":""', `"note":"${text}"`)), headers: { 'content-type': 'application/json' },
  })
  for (const text of ['a\\ud800b', 'a\\u0000b', '\\udc00', 'bell\\u0007']) {
    const answer = await raw(text)
    expect([answer.status(), (await answer.json()).errors[0].field]).toEqual([422, 'note'])
  }
  for (const pressedAt of ['0000-01-01T00:00:00Z', '9999-12-31T23:59:59Z', '1899-12-31T23:59:59Z'])
    expect((await post('/api/swatches', { ...body, pressedAt })).status()).toBe(422)
  const mark = await post('/api/swatches', { ...body, predicted: { ...body.predicted, worst: 'a\u0000' } })
  expect(mark.status()).toBe(422)
})

test('a key that bears something else already is refused, not swallowed', async ({ request }) => {
  const { get, post } = api(request)
  const body = await swatchBody(request)
  const other = (await get<Listed<Fabric>>('/api/fabrics')).rows[1]!
  const one = await (await post('/api/swatches', body)).json() as Swatch
  expect((await post('/api/swatches', { ...body, fabricId: other.id })).status()).toBe(409)
  const two = await (await post('/api/swatches', { ...body, clientKey: randomUUID() })).json() as Swatch
  const wash = { clientKey: randomUUID(), washC: 40, tumble: 'no', grade: 3, washedAt: '2026-11-24T10:00:00Z' }
  expect((await post(`/api/swatches/${one.id}/washes`, wash)).status()).toBe(200)
  expect((await (await post(`/api/swatches/${one.id}/washes`, wash)).json() as Swatch).washes).toHaveLength(1)
  expect((await post(`/api/swatches/${two.id}/washes`, wash)).status()).toBe(409)
  // By the key of a swatch as well as by its id: what waited with it does not know its id.
  const reading = { kind: 'peel', value: 12, clientKey: randomUUID() }
  expect((await post(`/api/swatches/${body.clientKey}/readings`, reading)).status()).toBe(200)
  expect((await (await post(`/api/swatches/${one.id}/readings`, reading)).json() as Swatch).readings).toHaveLength(1)
})

test('measured twice at once, the mean is of both; swatches at once are all counted', async ({ request }) => {
  const { get, post } = api(request)
  const made = await (await post('/api/fabrics', fabricBody('TWICE'))).json() as Fabric
  const grams = [1.1, 1.2, 1.3, 1.4]
  expect(statuses(await together(4, i => post(`/api/fabrics/${made.id}/measurements`, { kind: 'mass', a: grams[i], b: 100, c: 100 }))))
    .toEqual([200, 200, 200, 200])
  expect((await get<Fabric>(`/api/fabrics/${made.id}`)).massGsm).toBeCloseTo(125, 6)
  const body = await swatchBody(request)
  const answers = await together(20, () => post('/api/swatches', { ...body, clientKey: randomUUID(), fabricId: made.id }))
  expect(new Set(statuses(answers))).toEqual(new Set([201]))
  expect((await get<Fabric>(`/api/fabrics/${made.id}`)).swatchCount).toBe(20)
})

test('the same sheet of fabrics twice at once is stored once; changed rows go in as a set', async ({ request }) => {
  const { get, post } = api(request)
  const sheet = (await (await request.get(`${server.url}/api/export/fabrics`)).text()).split('\n')
  const like = sheet.find(line => line.startsWith('TW-01'))!
  const csv = (note: string) => [sheet[0], ...Array.from({ length: 400 }, (_, i) =>
    like.replace('TW-01', `CSV-${i}`).replace('Steward poplin', 'Sheet fabric').replace('Collars and cuffs', note))].join('\n')
  const [a, b] = await together(2, () => post('/api/import/fabrics', { csv: csv('First'), dryRun: false }))
  const counts = [await a!.json(), await b!.json()].map(r => r.counts).toSorted((x, y) => x.new - y.new)
  expect(counts).toEqual([{ new: 0, changes: 0, same: 400, refused: 0 }, { new: 400, changes: 0, same: 0, refused: 0 }])
  const changed = await (await post('/api/import/fabrics', { csv: csv('Second'), dryRun: false })).json()
  expect(changed.counts).toMatchObject({ changes: 400 })
  const found = (await get<Listed<Fabric>>('/api/fabrics?q=CSV-399')).rows[0]!
  expect([found.note.startsWith('Second'), found.version, found.fibres.length > 0]).toEqual([true, 1, true])
})

test('calibrations: outside what a dial can be is said; too many readings are refused; the server goes on answering', async ({
  request,
}) => {
  const { get, post } = api(request)
  const iron = (await get<Iron[]>('/api/irons'))[0]!
  const trace = (n: number, meanC: number) =>
    Array.from({ length: n }, (_, i) => ({ atS: i * 5, c: meanC + (i < 8 ? -40 + i * 5 : 6 * Math.sin(i / 5)) }))
  const hot = await post(`/api/irons/${iron.id}/calibrations`, { position: 1, source: 'typed', readings: trace(160, 300) })
  expect(hot.status()).toBe(422)
  expect((await hot.json()).detail).toMatch(/240 °C is the largest/)
  const many = await post(`/api/irons/${iron.id}/calibrations`, { position: 1, source: 'typed', readings: trace(5001, 150) })
  expect(many.status()).toBe(422)
  let slowestMs = 0, fitting = true
  const long = post(`/api/irons/${iron.id}/calibrations`, { position: 1, source: 'typed', readings: trace(5000, 150) })
    .finally(() => { fitting = false })
  while (fitting) {
    const from = performance.now()
    await get('/api/irons')
    slowestMs = Math.max(slowestMs, performance.now() - from)
  }
  expect([200, 422]).toContain((await long).status())
  console.log(`answered within ${Math.round(slowestMs)} ms while 5,000 readings were fitted`)
})

test('only the board itself is served: foreign names and pages are refused, and no other origin is let in', async ({ request }) => {
  const at = (headers: Record<string, string>, method = 'GET') => request.fetch(`${server.url}/api/fabrics`, {
    method, headers, ...(method === 'GET' ? {} : { data: fabricBody('EVIL') }),
  })
  expect((await at({ host: 'tailor.example' })).status()).toBe(403)
  for (const origin of ['http://127.0.0.1:3000', 'https://tailor.example', 'null'])
    expect((await at({ origin }, 'POST')).status()).toBe(403)
  expect((await at({ 'sec-fetch-site': 'cross-site' }, 'POST')).status()).toBe(403)
  const served = await at({ origin: 'https://tailor.example' })
  expect(served.headers()).not.toHaveProperty('access-control-allow-origin')
  expect(served.headers()['cross-origin-resource-policy']).toBe('same-origin')
  const page = (await request.get(server.url)).headers()['content-security-policy']!
  expect(page.match(/script-src ([^;]*)/)![1]).not.toContain('unsafe-inline')
})

test('a body that is too large is refused while it arrives, whatever it says of its length', async () => {
  const { hostname, port } = new URL(server.url)
  const sent = await new Promise<{ status: number, megabytes: number }>((done, fail) => {
    let megabytes = 0
    const to = { hostname, port, path: '/api/fabrics', method: 'POST', headers: { 'content-type': 'application/json' } }
    const asked = ask(to, (answer) => {
      answer.resume()
      done({ status: answer.statusCode!, megabytes })
      asked.destroy()
    })
    asked.on('error', fail)
    const more = () => {
      while (megabytes < 200) {
        megabytes++
        if (!asked.write(Buffer.alloc(1e6, 32))) return void asked.once('drain', more)
      }
      asked.end()
    }
    more()
  })
  expect(sent.status).toBe(413)
  expect(sent.megabytes).toBeLessThan(30)
})

test('names of any letters, over two lines, stand on the sheets of paper', async ({ request }) => {
  const { post } = api(request)
  const body = await swatchBody(request)
  const named = await post('/api/fabrics', { ...fabricBody('Ω-1'), name: 'Łódź Ελλάδα Москва 綿\nnext line' })
  const made = await named.json() as Fabric
  const swatch = await (await post('/api/swatches', { ...body, clientKey: randomUUID(), fabricId: made.id })).json() as Swatch
  const card = await request.get(`${server.url}/api/swatches/${swatch.id}/proof`)
  expect([card.status(), card.headers()['content-type']]).toEqual([200, 'application/pdf'])
  const pdf = await PDFDocument.load(await card.body())
  const scripts = pdf.context.enumerateIndirectObjects().filter(([, o]) => o.toString().includes('/FontFile')).length / 2
  expect(scripts, 'Latin, its extension, Greek, Cyrillic').toBe(4)
})

test('the server says how it stands, and every refusal bears the id of its line in the log', async ({ request }) => {
  const health = await (await request.get(`${server.url}/api/health`)).json()
  expect(health).toMatchObject({ ok: true, database: true, migrations: { pending: 0 } })
  expect(health.diskFreeMB).toBeGreaterThan(0)
  const refused = await request.get(`${server.url}/api/fabrics/abc`)
  expect((await refused.json()).requestId).toBe(refused.headers()['x-request-id'])
})
