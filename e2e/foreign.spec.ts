import { execFileSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { filesIn, workroomOf } from './archive'
import { folderForNow } from './folder'
import { PNG } from './picture'
import { startServer, type Server } from './server'

/** Nothing of another workroom is read, changed or pointed at, by any route. */
let server: Server
let folder: string
test.beforeAll(async () => {
  folder = folderForNow('second-room-')
  server = await startServer()
})
test.afterAll(async () => {
  await server.down()
})
const tsx = (...args: string[]) =>
  execFileSync('node_modules/.bin/tsx', ['--tsconfig', 'tsconfig.scripts.json', 'e2e/second-room.ts', ...args], {
    encoding: 'utf8', env: { ...process.env, DATABASE_URL: server.databaseUrl },
  }).trim()
const PICTURE = { 'content-type': 'image/png' }

test('every route, asked with the ids of a second workroom: nothing is there, and nothing there changes', async ({ request }) => {
  const post = (path: string, data: unknown) => request.post(`${server.url}${path}`, { data })
  const get = async (path: string) => (await request.get(`${server.url}${path}`)).json()
  // A place, a plan and a picture of its own, so that the second room has one of each.
  const own = await workroomOf(await (await request.get(`${server.url}/api/export/workroom`)).body())
  // One of the demo's: what other swatches wrote may have been put away since.
  const poplin = own.rows.fabrics.find((c: { code: string }) => c.code === 'TW-01')
  const mine = { fabric: poplin.id, supply: own.rows.swatches[0].supplyId, iron: own.rows.irons[0].id, swatch: own.rows.swatches[0] }
  const place = {
    name: 'Gaiter of the second room', stiffness: 'crisp', give: 'any', wear: 0.5, shows: true, inSeam: true, families: ['fusible'],
    layers: [],
  }
  await post('/api/places', place)
  const scraps = [{ number: 1, recipe: mine.swatch.recipe, asks: 'Enough?' }]
  const pairing = { fabricId: mine.fabric, supplyId: mine.supply, ironId: mine.iron, pressClothId: null, surface: 'padded' }
  await post('/api/plans', { ...pairing, scraps })
  await request.post(`${server.url}/api/swatches/${mine.swatch.id}/photos`, { data: PNG, headers: PICTURE })
  // A piece, cut, with an offcut left.
  const [ownJob] = own.rows.jobs, lawn = own.rows.supplies.find((s: { name: string }) => s.name === 'Placket lawn')
  const circle = {
    id: randomUUID(), name: 'Round', fabricId: mine.fabric, place: null, count: 1, pair: false, grain: 'any', oneWay: false, inset: null,
    shape: { format: 1, kind: 'block', block: 'circle', measures: { across: 300 } }, allowances: { seam: 10, hem: 10, front: 10 },
    interfacingId: lawn.id, foamId: null, webId: null,
  }
  const ownPieces = `${server.url}/api/jobs/${ownJob.id}/pieces`
  const there = await get(`/api/jobs/${ownJob.id}/cutting`)
  const saved = await request.put(ownPieces, { data: { version: there.version, pieces: [...there.pieces, circle] } })
  expect(saved.status()).toBe(200)
  const part = { pieceId: circle.id, role: 'interfacing', number: 0, offcutId: null, turnDeg: 0, x: 0, y: 0, pinned: false }
  const cut = { supplyId: lawn.id, parts: [part], metres: 0.4, clientKey: randomUUID() }
  expect((await post(`/api/jobs/${ownJob.id}/cuts`, cut)).status()).toBe(200)
  const zip = join(folder, 'first.zip')
  writeFileSync(zip, await (await request.get(`${server.url}/api/export/workroom`)).body())
  const second = tsx('make', zip)
  const archive = async () => {
    tsx('out', second, join(folder, 'second.zip'))
    const files = await filesIn(readFileSync(join(folder, 'second.zip')))
    return { ...JSON.parse(files.get('workroom.json')!.toString('utf8')), written: '' }
  }
  const before = await archive(), { rows } = before
  const theirs = {
    fabrics: rows.fabrics[0].id, supplies: rows.swatches[0].supplyId, irons: rows.irons[0].id, pressCloths: rows.pressCloths[0].id,
    jobs: rows.jobs[0].id,
    offcuts: rows.offcuts[0].id, places: rows.places[0].id, plans: rows.plans[0].id, swatches: rows.swatches[0].id,
    sessions: rows.sessions[0].id,
    scraps: rows.scraps[0].id, people: rows.people[0].id, devices: randomUUID(),
  }
  const photo = rows.photos[0].id, day = '2026-11-24T10:00:00Z', version = 0
  const [fabric, supply, iron] = [poplin, own.rows.supplies[0], own.rows.irons[0]]
  const job = { name: 'J', garment: 'G', washC: 40, tumble: 'no', dryClean: false, fabrics: [{ fabricId: mine.fabric }] }
  const fibres = [{ fibre: 'cotton', sharePct: 100 }]
  // A session of ours, as it is sent.
  const ownOperations = own.rows.sessionOperations
    .filter((o: { sessionId: string }) => o.sessionId === own.rows.sessions[0].id)
    .map(({ sessionId: _r, position: _p, ...o }: { sessionId: string, position: number }) => o)
  const told = { key: randomUUID(), device: randomUUID(), atMs: Date.parse(day), kind: 'dial', ironId: mine.iron, soleC: 20 }
  /** What a route that names a thing is sent, beside that thing's id. */
  const bodies: Record<string, unknown> = {
    'fabrics/[id]/corners.post': { soleC: 110, heldS: 5, seen: 'nothing', note: '' },
    'fabrics/[id]/index.put': { ...fabric, fibres, version }, 'fabrics/[id]/measurements.post': { kind: 'thickness', a: 2, b: 10 },
    'fabrics/[id]/pieces.put': { place: 'collar', pieces: [] },
    'fabrics/[id]/preshrink.post': {
      kind: 'press', heatC: 150, alongBeforeMm: 250, alongAfterMm: 249, acrossBeforeMm: 250, acrossAfterMm: 249,
    },
    'irons/[id]/calibrations.post': {
      position: 1, source: 'typed', readings: Array.from({ length: 160 }, (_, i) => ({ atS: i * 5, c: 149 + 6 * Math.sin(i / 5) })),
    },
    'irons/[id]/index.put': { ...iron, settings: [{ label: 'a', meanC: 150, swingC: 5 }], version },
    'jobs/[id]/cuts.post': { ...cut, clientKey: randomUUID() }, 'jobs/[id]/layouts.put': { supplyId: lawn.id, parts: [part] },
    'jobs/[id]/care.post': {
      clientKey: randomUUID(), fabricId: mine.fabric, supplyId: mine.supply, rounds: 1, washC: 40, tumble: 'no', grade: 3, marks: [],
      cameAt: day,
    },
    'jobs/[id]/makings.put': { version, makings: [] },
    'jobs/[id]/pieces.put': { version, pieces: [circle] }, 'jobs/[id]/index.put': { ...job, version },
    'jobs/[id]/press-sheet.post': { operations: ownOperations }, 'places/[id]/index.put': { ...place, version },
    'people/[id]/index.put': { name: 'Mine', role: 'owner', version }, 'people/[id]/pin.post': { pin: '7391' },
    'people/[id]/passphrase.post': { passphrase: 'mine from now on' }, 'devices/[id]/stay.post': { name: 'Mine' },
    'sessions/[id]/events.post': { events: [told] }, 'sessions/[id]/operations.put': { piecesVersion: 0, operations: ownOperations },
    'supplies/[id]/index.put': { ...supply, version }, 'supplies/[id]/trim-runs.post': { fromM: 0, toM: 1, heatC: 150 },
    'supplies/[id]/stock.post': { metres: 1, reason: 'bought' }, 'swatches/[id]/readings.post': { kind: 'peel', value: 12 },
    'swatches/[id]/washes.post': { clientKey: randomUUID(), washC: 40, tumble: 'no', grade: 3, washedAt: day },
  }
  const queries: Record<string, string> = {
    'jobs/[id]/chalk.get': `?supplyId=${lawn.id}`, 'fabrics/[id]/pieces.get': '?place=collar', 'irons/[id]/probe.get': '?position=0',
  }
  const files = readdirSync('server/api', { recursive: true, encoding: 'utf8' }).filter(f => f.includes('[id]') && f.endsWith('.ts'))
  expect(files.length).toBeGreaterThan(20)
  for (const file of files) {
    const name = file.replace(/\.ts$/, ''), [kind] = name.split('/') as [keyof typeof theirs]
    const [, path, method] = /^(.*?)(?:\/index)?\.(get|put|post|delete)$/.exec(name)!
    const url = `${server.url}/api/${path!.replace('[id]', theirs[kind]).replace('[photo]', photo)}${queries[name] ?? ''}`
    const isPhoto = name === 'swatches/[id]/photos/index.post' || name === 'fabrics/[id]/label/index.put'
    const answer = await request.fetch(url, {
      method: method!, ...(name in bodies ? { data: bodies[name] } : {}), ...(isPhoto ? { data: PNG, headers: PICTURE } : {}),
    })
    expect([name, answer.status()]).toEqual([name, 404])
  }
  /** Rows of ours that would point at theirs, and questions about theirs. */
  const swatch = { ...mine.swatch, events: [], clientKey: randomUUID() }
  const report = { ...pairing, recipe: mine.swatch.recipe }
  const pointing: [string, unknown][] = [
    ...(['fabricId', 'supplyId', 'ironId', 'pressClothId'] as const).flatMap((column): [string, unknown][] => {
      const id = theirs[({ fabricId: 'fabrics', supplyId: 'supplies', ironId: 'irons', pressClothId: 'pressCloths' } as const)[column]]
      return [['/api/swatches', { ...swatch, [column]: id }], ['/api/plans', { ...pairing, scraps, [column]: id }],
        ['/api/reports/window', { ...report, [column]: id }]]
    }),
    ['/api/swatches', { ...swatch, overSupplyIds: [theirs.supplies] }], ['/api/swatches', { ...swatch, planId: theirs.plans }],
    ['/api/reports/window', { ...report, overSupplyIds: [theirs.supplies] }],
    ['/api/jobs', { ...job, fabrics: [{ fabricId: theirs.fabrics }] }],
    ['/api/scraps', { ...own.rows.scraps[0], fabricId: theirs.fabrics }], ['/api/jobs', { ...job, trimIds: [theirs.supplies] }],
    ...(['fabricId', 'supplyId'] as const).map((column): [string, unknown] => [`/api/jobs/${ownJob.id}/care`, {
      clientKey: randomUUID(), fabricId: mine.fabric, supplyId: mine.supply, rounds: 1, washC: 40, tumble: 'no', grade: 3, marks: [],
      cameAt: day,
      [column]: theirs[column === 'fabricId' ? 'fabrics' : 'supplies'],
    }]),
    ['/api/jobs', { ...job, fabrics: [{ fabricId: mine.fabric, supplyId: theirs.supplies }] }],
  ]
  // A session of ours that would point at theirs, or tell something of theirs.
  const session = { id: randomUUID(), jobId: own.rows.sessions[0].jobId, piecesVersion: 0, startedAt: day, operations: ownOperations }
  for (const [column, id] of [
    ['pieceId', rows.jobPieces[0].id], ['fabricId', theirs.fabrics], ['supplyId', theirs.supplies], ['ironId', theirs.irons],
    ['pressClothId', theirs.pressCloths], ['overSupplyIds', [theirs.supplies]], ['makingId', rows.jobMakings[0].id],
  ] as const) pointing.push(['/api/sessions', { ...session, operations: [{ ...ownOperations[0], [column]: id }] }])
  pointing.push(
    ['/api/sessions', { ...session, jobId: theirs.jobs }],
    [`/api/sessions/${own.rows.sessions[0].id}/events`, { events: [{ ...told, key: randomUUID(), ironId: theirs.irons }] }],
  )
  // Pieces, layouts and offcuts of ours that would point at theirs.
  const now = await get(`/api/jobs/${ownJob.id}/cutting`)
  const answers = async (url: string, data: unknown) => (await request.put(url, { data })).status()
  for (const [column, id] of [
    ['fabricId', theirs.fabrics], ['interfacingId', theirs.supplies], ['foamId', theirs.supplies], ['webId', theirs.supplies],
    ['id', rows.jobPieces[0].id],
  ] as const) {
    const pieces = [...now.pieces, { ...circle, id: randomUUID(), [column]: id }]
    expect([column, await answers(ownPieces, { version: now.version, pieces })]).toEqual([column, 422])
  }
  // Makings of ours that would.
  const ownMakings = `${server.url}/api/jobs/${ownJob.id}/makings`, { version: made } = await get(`/api/jobs/${ownJob.id}/makings`)
  const making = {
    id: randomUUID(), name: 'Seam', fabricId: null, liningId: null, supplyId: null, fabricIds: [], scrapId: null, supplyIds: [],
    spec: { format: 1, kind: 'seamDetail', seamDetail: 'seamOpen', lengthMm: 100, count: 1 },
  }
  for (const [column, id] of [
    ['fabricId', theirs.fabrics], ['liningId', theirs.fabrics], ['supplyId', theirs.supplies], ['fabricIds', [theirs.fabrics]],
    ['id', rows.jobMakings[0].id], ['scrapId', theirs.scraps], ['supplyIds', [theirs.supplies]],
  ] as const)
    expect([column, await answers(ownMakings, { version: made, makings: [{ ...making, [column]: id }] })]).toEqual([column, 422])
  for (const [name, body] of [
    ['supply', { supplyId: theirs.supplies, parts: [part] }],
    ['piece', { supplyId: lawn.id, parts: [{ ...part, pieceId: rows.jobPieces[0].id }] }],
    ['offcut', { supplyId: lawn.id, parts: [{ ...part, offcutId: theirs.offcuts }] }],
  ] as const)
    expect([name, [404, 422].includes(await answers(`${server.url}/api/jobs/${ownJob.id}/layouts`, body))]).toEqual([name, true])
  for (const [path, body] of pointing) expect([path, [404, 422].includes((await post(path, body)).status())]).toEqual([path, true])
  for (const path of [`/api/pairings?fabricId=${theirs.fabrics}&supplyId=${theirs.supplies}`,
    `/api/plans?fabricId=${theirs.fabrics}&supplyId=${theirs.supplies}`, `/api/match/shelf?fabricId=${theirs.fabrics}`]) {
    const said = JSON.stringify(await get(path))
    for (const id of Object.values(theirs)) expect(said.includes(id), path).toBe(false)
  }
  expect(await archive()).toEqual(before)
})

test('no other host is ever asked: with every name resolving to nothing the board stands, its icons too', async ({ page }) => {
  const cut = join(folder, 'no-names.cjs')
  writeFileSync(cut, `
    const dns = require('node:dns'), net = require('node:net'), own = /^(127\\.0\\.0\\.1|localhost|::1)$/
    const lookup = dns.lookup
    dns.lookup = (name, ...rest) => {
      if (own.test(name)) return lookup(name, ...rest)
      console.error('ASKED FOR ' + name)
      rest.at(-1)(Object.assign(new Error('no such name'), { code: 'ENOTFOUND' }))
    }
    const connect = net.Socket.prototype.connect
    net.Socket.prototype.connect = function (...args) {
      const to = args[0]?.[0] ?? args[0]
      if (to?.host && !own.test(to.host)) console.error('WENT TO ' + to.host)
      return connect.apply(this, args)
    }`)
  const alone = await startServer(1, { NODE_OPTIONS: `--require ${cut}` })
  try {
    const elsewhere: string[] = []
    page.on('request', (r) => { if (new URL(r.url()).hostname !== '127.0.0.1' && r.url().startsWith('http')) elsewhere.push(r.url()) })
    await page.goto(`${alone.url}/today`)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    const icon = await page.request.get(`${alone.url}/api/_nuxt_icon/lucide.json?icons=mail,anchor`)
    expect(Object.keys((await icon.json()).icons)).toEqual(['mail', 'anchor'])
    expect((await page.request.get(`${alone.url}/api/_nuxt_icon/no-such-set.json?icons=x`)).status()).toBeGreaterThanOrEqual(400)
    expect([elsewhere, alone.said().filter(line => /ASKED FOR|WENT TO/.test(line))]).toEqual([[], []])
  } finally {
    await alone.down()
  }
})
