import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { readdirSync } from 'node:fs'
import { request as rawRequest } from 'node:http'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { Client } from 'pg'
import type {
  CareLog, Fabric, Cutting, Health, Iron, Job, Makings, Offcut, Page as Listed, PressSession, SessionNews, Supply, Swatch, Unreadable,
} from '#shared/schemas'
import { folderForNow } from './folder'
import { startServer, type Server } from './server'

/** What is kept can be read back whatever it is; what two send at once is kept once; nothing that was sent is taken for something else. */
test.use({ testIdAttribute: 'data-test' })
let server: Server
let client: Client
let temporary: string
test.beforeAll(async () => {
  temporary = folderForNow('sound-')
  server = await startServer(20, { TMPDIR: temporary })
  client = new Client({ connectionString: server.databaseUrl })
  await client.connect()
})
test.afterAll(async () => {
  await client.end()
  await server.down()
})

interface Answer<T> { status: number, body: T & { detail?: string } }
async function ask<T = Record<string, unknown>>(method: string, path: string, body?: unknown, at = server.url): Promise<Answer<T>> {
  const answer = await fetch(at + path, {
    method, ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
  })
  const text = await answer.text(), isJson = answer.headers.get('content-type')?.includes('json')
  return { status: answer.status, body: (isJson ? JSON.parse(text) : text) as T & { detail?: string } }
}
async function get<T>(path: string): Promise<T> {
  const { status, body } = await ask<T>('GET', path)
  expect(status, path).toBe(200)
  return body
}
const fabric = async (code: string) => (await get<Listed<Fabric>>(`/api/fabrics?q=${code}`)).rows.find(c => c.code === code)!
const supply = async (code: string) => (await get<Listed<Supply>>(`/api/supplies?q=${code}`)).rows.find(s => s.code === code)!
async function newJob(name: string): Promise<Job> {
  const [c, s] = [await fabric('TW-01'), await supply('B-20')]
  const { body } = await ask<Job>('POST', '/api/jobs', {
    name, garment: 'Swatch', washC: 30, tumble: 'no', dryClean: false, fabrics: [{ fabricId: c.id, place: 'collar', supplyId: s.id }],
  })
  return body
}
async function piece(name: string, long: number, wide: number, over: object = {}) {
  const [c, s] = [await fabric('TW-01'), await supply('B-20')]
  return {
    id: randomUUID() as string, name, fabricId: c.id, place: 'collar', count: 1, pair: false, grain: 'any', oneWay: false,
    inset: { how: 'exact' },
    shape: { format: 1, kind: 'block', block: 'strip', measures: { long, wide } }, allowances: { seam: 10, hem: 10, front: 10 },
    interfacingId: s.id, foamId: null, webId: null, ...over,
  }
}
const save = (job: Job, pieces: object[], version = 0) => ask<Cutting>('PUT', `/api/jobs/${job.id}/pieces`, { version, pieces })
const part = (pieceId: string, number: number, x: number, y: number) =>
  ({ pieceId, role: 'interfacing', number, offcutId: null, turnDeg: 0, x, y, pinned: false })
/** The whole workroom out, and looked into as if it were to come back. */
async function outAndBack() {
  const archive = await (await fetch(`${server.url}/api/export/workroom`)).arrayBuffer()
  const answer = await fetch(`${server.url}/api/import/workroom?dryRun=true`, {
    method: 'POST', body: archive, headers: { 'content-type': 'application/octet-stream' },
  })
  return { status: answer.status, body: await answer.json() as { unreadable: number, detail?: string } }
}

async function operation(over: object = {}) {
  const [c, s] = [await fabric('TW-01'), await supply('B-20')]
  const [iron] = await get<Iron[]>('/api/irons')
  const known = (await get<Listed<Fabric>>('/api/fabrics?size=100')).rows
  let swatch: Swatch | undefined
  for (const k of known) swatch ??= (await get<Listed<Swatch>>(`/api/fabrics/${k.id}/history`)).rows[0]
  return {
    id: 'o1', kind: 'fuse', name: 'Collar', pieceId: null, makingId: null, numbers: [0], side: 'back', fabricId: c.id, supplyId: s.id,
    overSupplyIds: [], ironId: iron!.id, pressClothId: null, surface: 'padded', needs: [], recipe: swatch!.recipe, standing: 'estimated',
    placements: [{ x: 0, y: 0, headingDeg: 0 }], outline: null, keepOuts: [], motion: 'still', predicted: swatch!.predicted, ...over,
  }
}
const beginSession = async (job: Job, id = randomUUID() as string) => ask<PressSession>('POST', '/api/sessions', {
  id, jobId: job.id, piecesVersion: 0, startedAt: new Date(Date.now() - 3_600_000).toISOString(), operations: [await operation()],
})
const DEVICE = randomUUID()
const event = (kind: string, agoS: number, over: object = {}) =>
  ({ key: randomUUID() as string, device: DEVICE, atMs: Date.now() - agoS * 1000, kind, op: 'o1', ...over })
const append = (sessionId: string, events: object[], at?: string) =>
  ask<SessionNews>('POST', `/api/sessions/${sessionId}/events`, { events }, at)

test('a long layout leaves offcuts that can be kept: every list, job and archive can be read afterwards', async () => {
  const job = await newJob('Ninety facings')
  const facing = await piece('Facing', 132, 280, { count: 90 })
  expect((await save(job, [facing])).status).toBe(200)
  const s = await supply('B-20')
  await ask('POST', `/api/supplies/${s.id}/stock`, { metres: 30, reason: 'bought' })
  const before = (await supply('B-20')).stockM
  const parts = Array.from({ length: 90 }, (_, i) => part(facing.id, i, 0, i * 132))
  const key = randomUUID()
  const cut = { supplyId: s.id, parts, metres: 11.88, clientKey: key }
  expect((await ask('POST', `/api/jobs/${job.id}/cuts`, cut)).status).toBe(200)
  const offcuts = await get<Offcut[]>(`/api/supplies/${s.id}/offcuts`)
  expect(offcuts.length).toBeGreaterThan(1)
  for (const o of offcuts) expect(Math.max(...o.outline.rim.flat())).toBeLessThanOrEqual(10_000)
  expect((await supply('B-20')).stockM).toBeCloseTo(before - 11.88, 6)
  await get(`/api/jobs/${job.id}/cutting`)
  expect((await ask('DELETE', `/api/offcuts/${offcuts[0]!.id}`)).status).toBe(200)

  // The same cut sent twice is cut once; another one under its key is refused, in another job too.
  expect((await ask('POST', `/api/jobs/${job.id}/cuts`, cut)).status).toBe(200)
  expect((await ask('POST', `/api/jobs/${job.id}/cuts`, { ...cut, metres: 12 })).status).toBe(409)
  expect((await supply('B-20')).stockM).toBeCloseTo(before - 11.88, 6)
  // What was cut stays in the job, so that it is not cut once more.
  const gone = await save(job, [await piece('Other', 100, 100)], 1)
  expect([gone.status, gone.body.detail]).toEqual([422, expect.stringContaining('Facing has been cut already')])
  expect((await outAndBack()).status).toBe(200)
})

test('what passed a limit before there was one is read, listed, put away and brought back in an archive', async () => {
  const s = await supply('B-20'), { rows: [room] } = await client.query<{ id: string }>('select id from workroom')
  const ring = (n: number, at: number) => [[at, 0], [at + 5, 0], [at + 5, 5], [at, n]]
  const long = { rim: [[0, 0], [900, 0], [900, 11_880], [0, 11_880]], holes: Array.from({ length: 30 }, (_, i) => ring(5, i * 20)) }
  const id = randomUUID()
  await client.query('insert into offcut (id, workroom_id, supply_id, outline) values ($1, $2, $3, $4)', [id, room!.id, s.id, long])
  expect((await get<Offcut[]>(`/api/supplies/${s.id}/offcuts`)).find(o => o.id === id)?.outline).toEqual(long)
  expect(await outAndBack()).toMatchObject({ status: 200, body: { unreadable: 0 } })
  expect((await ask('DELETE', `/api/offcuts/${id}`)).status).toBe(200)
})

test('a row that cannot be read is named and set aside, and stops none of its neighbours', async ({ page }) => {
  const job = await newJob('One spoilt')
  const [good, bad] = [await piece('Good', 200, 100), await piece('Spoilt', 200, 100)]
  expect((await save(job, [good, bad])).status).toBe(200)
  await client.query(`update job_piece set shape = '{"kind": "cloud"}' where id = $1`, [bad.id])
  const cutting = await get<Cutting>(`/api/jobs/${job.id}/cutting`)
  expect(cutting.pieces.map(p => p.name)).toEqual(['Good'])
  // Whoever saves what was shown does not take away what was not.
  expect((await save(job, [{ ...good, name: 'Better' }], cutting.version)).status).toBe(200)
  expect((await client.query('select 1 from job_piece where id = $1', [bad.id])).rowCount).toBe(1)
  expect(await outAndBack()).toMatchObject({ status: 200, body: { unreadable: 1 } })
  expect((await get<Health>('/api/health')).unreadable).toBe(1)
  expect(await get<Unreadable[]>('/api/unreadable')).toMatchObject([{ entity: 'jobPieces', id: bad.id, name: 'Spoilt' }])
  expect((await ask('POST', '/api/unreadable', { entity: 'jobPieces', id: good.id })).body.detail).toContain('it can be read')
  // A server that begins reads everything once, though nobody has asked for it.
  const other = await startServer(20, {}, server)
  const found = async () => (await ask<Unreadable[]>('GET', '/api/unreadable', undefined, other.url)).body.map(u => u.id)
  await expect.poll(found).toEqual([bad.id])
  await other.down()

  await page.goto(`${server.url}/today`)
  await page.getByText('One thing that is kept here cannot be read.').waitFor()
  await page.getByRole('link', { name: 'See what is wrong' }).click()
  await expect(page.getByText('Piece of a job "Spoilt": its shape')).toBeVisible()
  await page.getByRole('button', { name: 'Set aside' }).click()
  await expect(page.getByText('Piece of a job "Spoilt"')).toHaveCount(0)
  const { rows: [aside] } = await client.query('select entity, row_id, name, kept from set_aside')
  expect(aside).toMatchObject({ entity: 'jobPieces', row_id: bad.id, name: 'Spoilt', kept: { shape: { kind: 'cloud' } } })
  expect((await client.query('select 1 from job_piece where id = $1', [bad.id])).rowCount).toBe(0)
  expect(await outAndBack()).toMatchObject({ status: 200, body: { unreadable: 0 } })
})

test('a session: edges tried next morning, boards with wrong clocks, what comes after it was closed', async () => {
  const job = await newJob('Overnight'), { body: session } = await beginSession(job)
  const night = 15 * 3600
  const pressed = [event('down', night + 60, { placement: 0 }), event('lift', night + 40), event('cold', night)]
  await append(session.id, pressed)
  const edge = event('edge', 1, { edge: 'holds' })
  expect((await append(session.id, [edge])).status).toBe(200)
  const { rows } = await client.query<{ at_s: number }>(
    'select e.at_s from swatch_event e join swatch t on t.id = e.swatch_id where t.client_key = $1 order by e.at_s', [edge.key])
  expect(rows.length).toBeGreaterThan(1)
  expect(Math.max(...rows.map(r => r.at_s))).toBeLessThanOrEqual(36_000)

  // Sent again it is the same; something else under its key is refused.
  expect((await append(session.id, [edge])).status).toBe(200)
  expect((await append(session.id, [{ ...edge, edge: 'lifts' }])).status).toBe(409)
  expect((await append(session.id, [{ ...edge, key: edge.key.toUpperCase() }])).status).toBe(200)

  const closing = await append(session.id, [event('close', 0, { atMs: Date.UTC(2199, 11, 31), op: null, device: randomUUID() })])
  expect(closing.status).toBe(200)
  const closedAt = Date.parse((await get<PressSession>(`/api/sessions/${session.id}`)).closedAt!)
  expect(Math.abs(closedAt - Date.now())).toBeLessThan(30_000)
  // What another board did before it was closed still arrives; what happens after is refused.
  expect((await append(session.id, [event('missed', 300, { placement: 0 })])).status).toBe(200)
  await client.query(`update press_session set closed_at = closed_at - interval '1 hour' where id = $1`, [session.id])
  const late = await append(session.id, [event('down', 0, { placement: 0 })])
  expect([late.status, late.body.detail]).toEqual([409, expect.stringMatching(/was closed on .* Start another session/)])
  const replanned = await ask('PUT', `/api/sessions/${session.id}/operations`,
    { piecesVersion: 0, operations: [await operation({ id: 'o2' })] })
  expect(replanned.status).toBe(409)
  expect((await outAndBack()).status).toBe(200)
})

test('saving pieces, makings or a swatch leaves the form of job and fabric as it was', async () => {
  const job = await newJob('No false conflict')
  expect((await save(job, [await piece('One', 200, 100)])).status).toBe(200)
  expect((await ask<Makings>('PUT', `/api/jobs/${job.id}/makings`, { version: 0, makings: [] })).status).toBe(200)
  const saved = await ask('PUT', `/api/jobs/${job.id}`, { ...job, note: 'written meanwhile' })
  expect([saved.status, saved.body.detail]).toEqual([200, undefined])
  // A real conflict is still one.
  expect((await ask('PUT', `/api/jobs/${job.id}`, { ...job, note: 'too late' })).status).toBe(409)

  const c = await fabric('TW-01'), s = await supply('B-20'), [iron] = await get<Iron[]>('/api/irons')
  const { recipe, predicted } = await operation() as unknown as Swatch
  const swatch = {
    clientKey: randomUUID(), fabricId: c.id, supplyId: s.id, ironId: iron!.id, pressClothId: null, surface: 'padded', recipe, predicted,
    grade: 4,
    pressedAt: '2026-11-01T10:00:00Z',
  }
  expect((await ask('POST', '/api/swatches', swatch)).status).toBe(201)
  expect((await ask('POST', '/api/swatches', swatch)).status).toBe(200)
  expect((await ask('POST', '/api/swatches', { ...swatch, grade: 1 })).status).toBe(409)
  expect((await fabric('TW-01')).version).toBe(c.version)
  expect((await ask('PUT', `/api/fabrics/${c.id}`, { ...c, note: 'written meanwhile' })).status).toBe(200)
})

test('scraps, a measurement and a preshrinking pass at once, forty times over: none is refused', async () => {
  const c = await fabric('TW-01')
  const scrap = {
    name: 'Left', fabricId: c.id, wideMm: 200, highMm: 200, massGsm: 200, givePct: 2, washC: 30,
    face: { palette: [{ hex: '#204080', sharePct: 100 }], figureMm: null, tile: null }, back: null,
  }
  const pass = { kind: 'press', heatC: 150, alongBeforeMm: 250, alongAfterMm: 249, acrossBeforeMm: 250, acrossAfterMm: 249 }
  const statuses: number[] = []
  for (let i = 0; i < 40; i++) {
    const all = await Promise.all([
      ask('POST', '/api/scraps', scrap), ask('POST', '/api/scraps', scrap),
      ask('POST', `/api/fabrics/${c.id}/measurements`, { kind: 'giveAlong', a: 100, b: 104 }),
      ask('POST', `/api/fabrics/${c.id}/preshrink`, pass),
    ])
    statuses.push(...all.map(a => a.status))
  }
  expect(statuses.filter(status => status >= 300)).toEqual([])
})

test('one id, one key: whoever is second is refused, in whatever letters it comes, and nothing moves from job to job', async () => {
  const [a, b] = [await newJob('First'), await newJob('Second')]
  for (let i = 0; i < 8; i++) {
    const shared = await piece('Shared', 200, 100)
    const versions = await Promise.all([a, b].map(async j => (await get<Cutting>(`/api/jobs/${j.id}/cutting`)).version))
    const answers = await Promise.all([
      save(a, [shared], versions[0]), save(b, [{ ...shared, id: shared.id.toUpperCase() }], versions[1]),
    ])
    expect(answers.map(x => x.status).sort()).toEqual([200, 422])
    const has = async (j: Job) => (await get<Cutting>(`/api/jobs/${j.id}/cutting`)).pieces.some(p => p.id === shared.id)
    const holders = await Promise.all([a, b].map(has))
    // The one whose sending was confirmed has it.
    expect(holders).toEqual(answers.map(x => x.status === 200))
  }
  const making = (name: string, id: string) => ({
    id, name, fabricId: null, spec: {
      format: 1, kind: 'strips', wideMm: 40, aroundMm: 900, corners: 4, fabricMm: 1400, bias: false, join: 'straight', seamMm: 6,
      fold: 'double',
    },
  })
  const id = randomUUID()
  const both = await Promise.all([a, b].map(j => ask('PUT', `/api/jobs/${j.id}/makings`, { version: 0, makings: [making(j.name, id)] })))
  expect(both.map(x => x.status).sort()).toEqual([200, 422])

  const sessionId = randomUUID()
  const sessions = await Promise.all([beginSession(a, sessionId), beginSession(b, sessionId)])
  expect(sessions.map(r => r.status).sort()).toEqual([201, 409])
  const [one, two] = [(await beginSession(a)).body, (await beginSession(b)).body]
  const same = event('take', 1)
  const told = await Promise.all([append(one.id, [same]), append(two.id, [same])])
  expect(told.map(x => x.status).sort()).toEqual([200, 409])

  const s = await supply('B-20'), key = randomUUID()
  const cuts = await Promise.all([a, b].map(async (job) => {
    const strip = await piece('Strip', 100, 60), { version } = await get<Cutting>(`/api/jobs/${job.id}/cutting`)
    await save(job, [strip], version)
    return ask('POST', `/api/jobs/${job.id}/cuts`, { supplyId: s.id, parts: [part(strip.id, 0, 0, 0)], metres: 0.1, clientKey: key })
  }))
  expect(cuts.map(x => x.status).sort()).toEqual([200, 409])
})

test('figures that no fabric has, irons of nowhere and looks that are others are refused by a sentence', async () => {
  const c = await fabric('TW-01'), job = await newJob('Refused')
  const shrunk = await ask('POST', `/api/fabrics/${c.id}/preshrink`, {
    kind: 'press', heatC: 150, alongBeforeMm: 500, alongAfterMm: 49, acrossBeforeMm: 500, acrossAfterMm: 495,
  })
  expect([shrunk.status, shrunk.body.detail]).toEqual([422, expect.stringMatching(/^Along after: from 500 mm to 49 mm is 90 % shorter/)])
  const foreign = await save(job, [await piece('Front', 200, 100, { byHand: [{ ironId: randomUUID(), placements: [] }] })])
  expect([foreign.status, foreign.body.detail]).toEqual([422, expect.stringMatching(/^Iron: /)])

  const look = { clientKey: randomUUID(), fabricId: c.id, rounds: 2, washC: 30, tumble: 'no', grade: 4, cameAt: '2026-11-20T10:00:00Z' }
  expect((await ask<CareLog>('POST', `/api/jobs/${job.id}/care`, look)).status).toBe(200)
  expect((await ask<CareLog>('POST', `/api/jobs/${job.id}/care`, look)).body.events).toHaveLength(1)
  expect((await ask('POST', `/api/jobs/${job.id}/care`, { ...look, grade: 1 })).status).toBe(409)
})

test('a browser database that never answers holds nothing up: the session begins, and is kept by the server', async ({ page }) => {
  await page.addInitScript(() => { IDBFactory.prototype.open = () => ({}) as IDBOpenDBRequest })
  const job = await newJob('No answer')
  expect((await save(job, [await piece('Strip', 300, 100)])).status).toBe(200)
  await page.goto(`${server.url}/today`)
  await page.getByTestId('jobs').getByRole('listitem').filter({ hasText: 'No answer' }).getByRole('button').first().click()
  await expect(page.getByTestId('ticket')).toContainText('No answer')
  await page.getByRole('link', { name: '5 Press' }).click()
  await expect(page.getByRole('tab', { name: /Positions/ })).toBeVisible()
  await page.getByRole('tab', { name: /Plan/ }).click()
  await expect(page.getByRole('button', { name: /Begin session/ })).toBeEnabled()
  await page.getByRole('button', { name: /Begin session/ }).click()
  await expect(page.getByTestId('session')).toBeVisible()
  await expect.poll(async () => (await get<{ id: string }[]>(`/api/jobs/${job.id}/sessions`)).length).toBe(1)
  // It says that this browser keeps nothing.
  await expect(page.getByRole('alert').filter({ hasText: 'This browser keeps nothing' })).toBeVisible()
})

test('downloads leave nothing behind, whether they are read to their end or broken off', async () => {
  /** Folders in which the server works; the one that is its own may stand, empty. */
  const folders = () => readdirSync(temporary).filter(name => name.startsWith('ready-cuff-')).flatMap((name) => {
    const own = readdirSync(join(temporary, name), { withFileTypes: true }).filter(e => e.isDirectory())
    return name === `ready-cuff-${process.getuid?.() ?? 0}` ? own.flatMap(e => readdirSync(join(temporary, name, e.name))) : [name]
  })
  const download = (whole: boolean) => new Promise<number>((done) => {
    const asked = rawRequest(`${server.url}/api/export/workroom`, { agent: false }, (answer) => {
      let bytes = 0
      answer.on('data', (chunk: Buffer) => {
        bytes += chunk.length
        if (!whole) asked.destroy()
      })
      answer.on('close', () => done(bytes))
      answer.on('error', () => undefined)
    })
    asked.on('error', () => done(0))
    asked.end()
  })
  for (let i = 0; i < 5; i++) expect(await download(true)).toBeGreaterThan(1000)
  for (let i = 0; i < 5; i++) await download(false)
  await expect.poll(folders).toEqual([])
})

test('a full disk is 507, in health too', async () => {
  const full = await startServer(20, { READY_CUFF_SPARE_MB: '1000000000' }, server)
  const { status, body } = await ask<Health>('GET', '/api/health', undefined, full.url)
  expect([status, body.ok, body.database]).toEqual([507, false, true])
  expect(body.tempFreeMB).toBeGreaterThan(0)
  await full.down()
})

test('who brings the database up to date second waits, says so, and then finds nothing to do', async () => {
  await client.query(`select pg_advisory_lock(${0x52435546}, 1)`)
  const migrating = spawn('node_modules/.bin/tsx', ['--tsconfig', 'tsconfig.scripts.json', 'scripts/migrate.ts'], {
    env: { ...process.env, DATABASE_URL: server.databaseUrl }, stdio: ['ignore', 'pipe', 'inherit'],
  })
  let said = '', status: number | null | undefined
  migrating.stdout.setEncoding('utf8').on('data', (text: string) => { said += text })
  migrating.on('exit', (code) => { status = code })
  await expect.poll(() => said).toContain('another server is bringing the database up to date; waiting until it has')
  await new Promise(done => setTimeout(done, 500))
  expect(status).toBeUndefined()
  await client.query(`select pg_advisory_unlock(${0x52435546}, 1)`)
  await expect.poll(() => status).toBe(0)
})

test('boards on two servers receive events of each other at once, and ask the database nothing while nothing happens', async () => {
  const other = await startServer(20, {}, server)
  try {
    const { body: session } = await beginSession(await newJob('Two servers'))
    const heard: { atMs: number, keys: string[] }[] = []
    const stop = new AbortController()
    const watch = async (at: string) => {
      const answer = await fetch(`${at}/api/sessions/${session.id}/live?after=-1`, { signal: stop.signal })
      const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader()
      for (;;) {
        const { value, done } = await reader.read().catch(() => ({ value: undefined, done: true }))
        if (done) return
        for (const line of (value ?? '').split('\n').filter(l => l.startsWith('data: {')))
          heard.push({ atMs: Date.now(), keys: (JSON.parse(line.slice(6)) as SessionNews).events.map(e => e.key) })
      }
    }
    for (let i = 0; i < 25; i++) void watch(i % 2 ? server.url : other.url)
    await expect.poll(() => heard.length).toBe(25)
    const transactions = async () => {
      const { rows: [r] } = await client.query<{ n: string }>(
        'select (xact_commit + xact_rollback) as n from pg_stat_database where datname = current_database()')
      return Number(r!.n)
    }
    // What was counted before arrives late by connections that are idle since.
    const in3S = async () => {
      const before = await transactions()
      await new Promise(done => setTimeout(done, 3000))
      return await transactions() - before
    }
    // Two or three are this test's own.
    await expect.poll(in3S).toBeLessThan(5)

    heard.length = 0
    const told = event('take', 0), toldMs = Date.now()
    expect((await append(session.id, [told])).status).toBe(200)
    await expect.poll(() => heard.filter(h => h.keys.includes(told.key)).length).toBe(25)
    console.log(`heard by all 25 after ${Math.max(...heard.map(h => h.atMs)) - toldMs} ms`)
    stop.abort()
  } finally {
    await other.down()
  }
})
