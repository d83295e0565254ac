import { expect, test } from '@playwright/test'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => { server = await startServer() })
test.afterAll(() => server.down())

const ID = '00000000-0000-4000-8000-000000000000'
const fabric = {
  code: 'X-1', name: 'X', fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27,
  mayGetWet: true, nap: 'none', finishes: [], colourHex: '#ffffff', note: '',
}
const recipe = {
  format: 1, method: 'dry', setting: { label: 'a', meanC: 150, swingC: 5, origin: 'typical' }, firstSide: 'back', passes: 1, holdS: 10,
  lean: 'weight', pressureKPa: 1, pressClothWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0, coolS: 10, tableS: 0,
}
const swatch = {
  clientKey: ID, fabricId: ID, supplyId: ID, ironId: ID, pressClothId: null, surface: 'padded', recipe,
  predicted: { bond: 1, harm: 0, peakC: 120, windowC: [100, 120], worst: null }, grade: 3, marks: [], note: '',
  pressedAt: '2026-11-24T10:00:00Z',
}
const json = (value: unknown) => JSON.stringify(value)

/** [what, method, path, body, content type] */
const REQUESTS: [string, string, string, string?, string?][] = [
  ['no body', 'POST', '/api/fabrics'],
  ['cut-off JSON', 'POST', '/api/fabrics', '{"name": "half'],
  ['not JSON at all', 'POST', '/api/fabrics', '<fabric/>', 'text/xml'],
  ['a form', 'POST', '/api/fabrics', 'name=x', 'application/x-www-form-urlencoded'],
  ['null', 'POST', '/api/fabrics', 'null'],
  ['a list', 'POST', '/api/fabrics', '[]'],
  ['a number', 'POST', '/api/fabrics', '42'],
  ['nothing in it', 'POST', '/api/fabrics', '{}'],
  ['shares of 99', 'POST', '/api/fabrics', json({ ...fabric, fibres: [{ fibre: 'cotton', sharePct: 99 }] })],
  [
    'shares of 130', 'POST', '/api/fabrics',
    json({
      ...fabric,
      fibres: [
        { fibre: 'cotton', sharePct: 100 }, { fibre: 'silk', sharePct: 30 },
      ],
    }),
  ],
  [
    'the same fibre twice', 'POST', '/api/fabrics',
    json({
      ...fabric,
      fibres: [
        { fibre: 'cotton', sharePct: 50 }, { fibre: 'cotton', sharePct: 50 },
      ],
    }),
  ],
  ['a fibre nobody knows', 'POST', '/api/fabrics', json({ ...fabric, fibres: [{ fibre: 'moonbeam', sharePct: 100 }] })],
  ['negative weight', 'POST', '/api/fabrics', json({ ...fabric, massGsm: -5 })],
  ['absurd weight', 'POST', '/api/fabrics', json({ ...fabric, massGsm: 1e9 })],
  ['weight in words', 'POST', '/api/fabrics', json({ ...fabric, massGsm: 'heavy' })],
  ['no thickness', 'POST', '/api/fabrics', json({ ...fabric, thicknessMm: null })],
  ['denser than lead', 'POST', '/api/fabrics', json({ ...fabric, massGsm: 1900, thicknessMm: 0.05 })],
  ['a name with a null character', 'POST', '/api/fabrics', json({ ...fabric, name: 'a\u0000b' })],
  ['a name of 5,000 letters', 'POST', '/api/fabrics', json({ ...fabric, name: 'a'.repeat(5000) })],
  ['a blank name', 'POST', '/api/fabrics', json({ ...fabric, name: '   ' })],
  ['a colour in words', 'POST', '/api/fabrics', json({ ...fabric, colourHex: 'navy' })],
  ['a prototype trick', 'POST', '/api/fabrics', '{"__proto__": {"admin": true}}'],
  ['300 kB', 'POST', '/api/fabrics', json({ ...fabric, note: 'x'.repeat(300_000) })],
  ['a taken code', 'POST', '/api/fabrics', json({ ...fabric, code: 'TW-01' })],
  ['an address that is none', 'GET', '/api/fabrics/abc'],
  ['SQL in the address', 'GET', '/api/fabrics/\'%3B%20drop%20table%20fabric%3B--'],
  ['a broken escape', 'GET', '/api/fabrics/%E0%A4%A'],
  ['a fabric that is not here', 'GET', `/api/fabrics/${ID}`],
  ['page zero', 'GET', '/api/fabrics?page=0'],
  ['a page in words', 'GET', '/api/fabrics?page=two'],
  ['ten thousand at once', 'GET', '/api/fabrics?size=10000'],
  ['a search of 200 letters', 'GET', `/api/fabrics?q=${'a'.repeat(200)}`],
  ['saving without a version', 'PUT', `/api/fabrics/${ID}`, json(fabric)],
  ['saving what is not here', 'PUT', `/api/fabrics/${ID}`, json({ ...fabric, version: 0 })],
  ['a verb that no route takes', 'DELETE', `/api/fabrics/${ID}`],
  ['history of nothing', 'GET', `/api/fabrics/${ID}/history`],
  ['a 7 MB file', 'POST', '/api/import/fabrics', json({ csv: 'x'.repeat(7_000_000), dryRun: true })],
  ['a CSV that is none', 'POST', '/api/import/fabrics', json({ csv: '\u0000\u0001\u0002', dryRun: true })],
  ['a workroom of another make', 'POST', '/api/import/workroom', json({ format: 'something', version: 9 })],
  ['a calibration of nothing', 'POST', `/api/irons/${ID}/calibrations`, json({ position: 0, source: 'typed', readings: [] })],
  ['a probe on no iron', 'GET', `/api/irons/${ID}/probe?position=0`],
  ['a probe at the speed of light', 'GET', `/api/irons/${ID}/probe?position=0&speed=1e9`],
  ['a weight of minus one gram', 'POST', `/api/fabrics/${ID}/measurements`, json({ kind: 'mass', a: -1, b: 10, c: 10 })],
  ['a run that ends before it begins', 'POST', `/api/supplies/${ID}/sessions`, json({ fromM: 3, toM: 1, heatC: 150 })],
  ['stock that does not move', 'POST', `/api/supplies/${ID}/stock`, json({ metres: 0, reason: 'used' })],
  ['rules nobody knows', 'PUT', '/api/workroom', json({ name: 'x', units: { length: 'ell' }, rules: {}, version: 0 })],
  ['an iron without stops', 'POST', '/api/irons', json({ name: 'x', kind: 'household', settings: [], note: '' })],
  [
    'a setting of 900 °C', 'POST', '/api/irons',
    json({ name: 'x', kind: 'household', settings: [{ label: 'a', meanC: 900, swingC: 3 }], note: '' }),
  ],
  [
    'adhesive heavier than its supply', 'POST', '/api/supplies',
    json({
      code: 'q', name: 'q', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 20, thicknessMm: 0.2, adhesive: 'eva',
      adhesiveGsm: 50, colourHex: '#ffffff',
    }),
  ],
  [
    'a sew-in with adhesive', 'POST', '/api/supplies',
    json({
      code: 'q', name: 'q', family: 'sewIn', base: 'woven', baseFibre: 'cotton', massGsm: 20, thicknessMm: 0.2, adhesive: 'eva',
      adhesiveGsm: 5,
      colourHex: '#ffffff',
    }),
  ],
  ['a grade of 9', 'POST', '/api/swatches', json({ ...swatch, grade: 9 })],
  ['a grade of 2.5', 'POST', '/api/swatches', json({ ...swatch, grade: 2.5 })],
  ['pressed on the 40th', 'POST', '/api/swatches', json({ ...swatch, pressedAt: '2026-13-40' })],
  ['a swatch of fabric that is not here', 'POST', '/api/swatches', json(swatch)],
  ['a recipe of another format', 'POST', '/api/swatches', json({ ...swatch, recipe: { ...recipe, format: 7 } })],
  ['a hold without end', 'POST', '/api/swatches', '{"recipe":{"holdS":1e999}}'],
  ['a place without a name', 'POST', '/api/places', json({ stiffness: 'crisp' })],
  [
    'a place that lets nothing in', 'POST', '/api/places',
    json({ name: 'X', stiffness: 'crisp', give: 'any', wear: 0.5, shows: true, inSeam: true, families: [], layers: [] }),
  ],
  [
    'a place with a hand nobody knows', 'POST', '/api/places',
    json({ name: 'X', stiffness: 'squidgy', give: 'any', wear: 0.5, shows: true, inSeam: true, families: ['fusible'], layers: [] }),
  ],
  ['pieces of a fabric that is not here', 'PUT', `/api/fabrics/${ID}/pieces`, json({ place: 'collar', pieces: [] })],
  [
    'a piece of no length', 'PUT', `/api/fabrics/${ID}/pieces`,
    json({ place: 'collar', pieces: [{ name: 'a', alongMm: 0, acrossMm: 5, count: 1 }] }),
  ],
  [
    'half a piece', 'PUT', `/api/fabrics/${ID}/pieces`,
    json({ place: 'collar', pieces: [{ name: 'a', alongMm: 50, acrossMm: 50, count: 0.5 }] }),
  ],
  ['a shelf for no fabric', 'GET', '/api/match/shelf?fabricId=x'],
  ['a pairing without a supply', 'GET', `/api/pairings?fabricId=${ID}`],
  [
    'a wash of a swatch that is not here', 'POST', `/api/swatches/${ID}/washes`,
    json({ clientKey: ID, washC: 40, tumble: 'no', grade: 3, washedAt: '2026-11-24T10:00:00Z' }),
  ],
  [
    'a wash at 400', 'POST', `/api/swatches/${ID}/washes`,
    json({ clientKey: ID, washC: 400, tumble: 'no', grade: 3, washedAt: '2026-11-24T10:00:00Z' }),
  ],
  [
    'a wash graded 7', 'POST', `/api/swatches/${ID}/washes`,
    json({ clientKey: ID, washC: 40, tumble: 'no', grade: 7, washedAt: '2026-11-24T10:00:00Z' }),
  ],
  ['a reading of nothing', 'POST', `/api/swatches/${ID}/readings`, json({ kind: 'smell', value: 1 })],
  ['a peel force of a lorry', 'POST', `/api/swatches/${ID}/readings`, json({ kind: 'peel', value: 1e9 })],
  ['a picture of a swatch that is not here', 'POST', `/api/swatches/${ID}/photos`, 'not a picture', 'image/png'],
  ['a label of a fabric that is not here', 'PUT', `/api/fabrics/${ID}/label`, 'not a picture', 'image/png'],
  ['a picture stage nobody knows', 'POST', `/api/swatches/${ID}/photos?stage=never`, 'x', 'image/png'],
  [
    'a plan without scraps', 'POST', '/api/plans',
    json({ fabricId: ID, supplyId: ID, ironId: ID, pressClothId: null, surface: 'padded', scraps: [] }),
  ],
  [
    'a plan of things that are not here', 'POST', '/api/plans',
    json({ fabricId: ID, supplyId: ID, ironId: ID, pressClothId: null, surface: 'padded', scraps: [{ number: 1, recipe, asks: '' }] }),
  ],
  ['a strip of no plan', 'GET', `/api/plans/${ID}/strip`],
  ['a proof as a song', 'GET', `/api/swatches/${ID}/proof?as=song`],
  ['a pull of no bond', 'GET', '/api/scale?bond=strong'],
  ['a report on nothing', 'POST', '/api/reports/window', '{}'],
  [
    'a report on a fabric that is not here', 'POST', '/api/reports/window',
    json({ fabricId: ID, supplyId: ID, ironId: ID, pressClothId: null, surface: 'padded', recipe }),
  ],
]

test(`${REQUESTS.length} malformed requests: each refused with a sentence, none with a 500, nothing kept`, async ({ request }) => {
  const count = async () => (await (await request.get(`${server.url}/api/fabrics`)).json()).total
  const before = await count()
  for (const [what, method, path, body, type] of REQUESTS) {
    const answer = await request.fetch(server.url + path, {
      method, data: body === undefined ? undefined : Buffer.from(body),
      headers: body ? { 'content-type': type ?? 'application/json' } : {},
    })
    expect(answer.status(), what).toBeGreaterThanOrEqual(400)
    expect(answer.status(), what).toBeLessThan(500)
    expect(answer.headers()['content-type'], what).toContain('application/problem+json')
    expect((await answer.json()).detail, what).toMatch(/^\S.{8,}[.]$/s)
  }
  expect(await count()).toBe(before)
})

test('the same swatch sent twice is kept once', async ({ request }) => {
  const first = async (path: string) => {
    const data = await (await request.get(server.url + path)).json()
    return (Array.isArray(data) ? data : data.rows)[0].id as string
  }
  const body = {
    ...swatch, clientKey: '11111111-1111-4111-8111-111111111111', fabricId: await first('/api/fabrics?q=TW-11'),
    supplyId: await first('/api/supplies'), ironId: await first('/api/irons'),
  }
  const answers = await Promise.all([1, 2, 3].map(() => request.post(`${server.url}/api/swatches`, { data: body })))
  expect(answers.map(a => a.status()).sort()).toEqual([200, 200, 201])
  expect((await (await request.get(`${server.url}/api/fabrics/${body.fabricId}/history`)).json()).total).toBe(1)
})

test('the server listens on loopback only', async () => {
  const { readFileSync } = await import('node:fs')
  const port = Number(new URL(server.url).port).toString(16).toUpperCase().padStart(4, '0')
  const listening = ['/proc/net/tcp', '/proc/net/tcp6'].flatMap(f => readFileSync(f, 'utf8').split('\n').slice(1))
    .map(l => l.trim().split(/\s+/)).filter(c => c[3] === '0A' && c[1]?.endsWith(`:${port}`)).map(c => c[1])
  expect(listening).toEqual([`0100007F:${port}`])
})
