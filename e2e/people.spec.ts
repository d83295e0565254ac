import { expect, test } from '@playwright/test'
import { createHash } from 'node:crypto'
import { join } from 'node:path'
import { mayDo, type May, type Role } from '#shared/people'
import type { Cutting, Fabric, Iron, Job, Page as Listed, Person, PressSession, SessionHead, Supply, Swatch } from '#shared/schemas'
import { routeRules } from '../scripts/lib/route-rules.mjs'
import { filesIn } from './archive'
import { atBoard, caller, closeDoor, onServer, PASSPHRASES, type Caller } from './people'
import { startServer, type Server } from './server'

/** Whoever asks comes from an address of her own, as behind a proxy that is trusted. */
const BEHIND = { READY_CUFF_PROXIES: '127.0.0.1' }
let server: Server, orla: Caller, bram: Caller, wick: Caller, nessa: Caller, who: { orla: Person, bram: Person, wick: Person }
test.beforeAll(async () => {
  server = await startServer(20, BEHIND)
  ;({ orla, people: who } = await closeDoor(server.url))
  bram = caller(server.url, '10.1.0.2')
  await bram.signIn('Bram', PASSPHRASES.bram)
  wick = await atBoard(server.url, orla, who.wick.id, '10.1.0.3')
  // A second workroom of the same name, with the same things in it, and an owner of its own.
  await onServer(server.databaseUrl, 'workroom.ts', ['add', 'Tidewell workroom', '--owner', 'Nessa'], { PASSPHRASE: PASSPHRASES.nessa })
  nessa = caller(server.url, '10.2.0.1')
  await nessa.signIn('Nessa', PASSPHRASES.nessa)
  const archive = await (await fetch(`${server.url}/api/export/workroom`, { headers: { cookie: orla.cookie } })).arrayBuffer()
  const taken = await fetch(`${server.url}/api/import/workroom`, {
    method: 'POST', body: archive, headers: { 'cookie': nessa.cookie, 'content-type': 'application/octet-stream' },
  })
  expect(taken.status).toBe(200)
})
test.afterAll(() => server.down())

/** What there is of each kind in somebody's workroom, for the routes that name one. */
async function idsOf(c: Caller): Promise<Record<string, string>> {
  const first = async <T>(path: string) => (await c.get<Listed<T>>(path)).rows[0]!
  const fabric = await first<Fabric>('/api/fabrics?q=TW-02'), job = (await c.get<Listed<Job>>('/api/jobs')).rows
    .find(j => j.name === 'Mate\'s boat coat')!
  const [session] = await c.get<SessionHead[]>(`/api/jobs/${job.id}/sessions`)
  const swatch = (await c.get<Listed<Swatch>>(`/api/fabrics/${fabric.id}/history`)).rows[0]!
  const plan = { fabricId: swatch.fabricId, supplyId: swatch.supplyId, ironId: swatch.ironId, pressClothId: null, surface: 'padded' }
  return {
    fabrics: fabric.id, jobs: job.id, sessions: session!.id, swatches: swatch.id, supplies: (await first<Supply>('/api/supplies')).id,
    irons: (await c.get<Iron[]>('/api/irons'))[0]!.id, people: (await c.get<Person[]>('/api/people')).at(-1)!.id,
    layout: (await c.get<Cutting>(`/api/jobs/${job.id}/cutting`)).pieces.find(p => p.interfacingId)!.interfacingId!,
    pairing: `fabricId=${plan.fabricId}&supplyId=${plan.supplyId}`,
  }
}
const NONE = '00000000-0000-4000-8000-000000000000'
const address = (path: string, ids: Record<string, string>): string => {
  const kind = path.split('/')[2]!
  const filled = path.replace('[id]', ids[kind] ?? NONE).replace('[photo]', NONE).replace('[file]', '2026-01-01T00-00-00-000Z-daily.zip')
  const needs: Record<string, string> = {
    '/api/pairings': `?${ids.pairing}`, '/api/plans': `?${ids.pairing}`, '/api/match/shelf': `?fabricId=${ids.fabrics}`,
    '/api/scale': '?bond=1',
    '/api/fabrics/[id]/pieces': '?place=collar', '/api/irons/[id]/probe': '?position=0',
    '/api/jobs/[id]/chalk': `?supplyId=${ids.layout}`,
  }
  return filled + (needs[path] ?? '')
}

test('every route, asked by every role, of one\'s own workroom and of another: as the routes themselves say', async () => {
  const rules = routeRules(join(import.meta.dirname, '../server/api'))
  const own = await idsOf(orla), other = await idsOf(nessa)
  for (const [kind, id] of Object.entries(own)) expect(other[kind], kind).not.toBe(id)
  const nobody = caller(server.url, '10.3.0.1')
  const callers: [Role | 'nobody', Caller][] = [['owner', orla], ['maker', bram], ['apprentice', wick], ['nobody', nobody]]
  const counts: Record<string, number> = {}, wrong: string[] = []
  const check = (what: string, ok: boolean, line: string) => {
    counts[what] = (counts[what] ?? 0) + 1
    if (!ok) wrong.push(`${what}: ${line}`)
  }
  for (const { method, path, may } of rules.filter(r => r.may !== 'open')) {
    for (const [role, c] of callers) {
      const isAllowed = role !== 'nobody' && mayDo(role, may as May)
      // What would be done without a body is asked of what is not there; whoever signed out could not go on.
      const body = method === 'GET' ? undefined : null
      const isBare = /(away|back|sign-out|codes|restore|import\/workroom)$|backups$/.test(path) || method === 'DELETE'
      const asked = isAllowed && method !== 'GET' && isBare ? address(path, {}) : address(path, own)
      if (isAllowed && /sign-out|codes|import\/workroom|backups$/.test(path) && method !== 'GET') continue
      const { status } = await c.ask(method, asked, body)
      const line = `${method} ${path} as ${role}: ${status}`
      if (role === 'nobody') check('signed out', status === 401, line)
      else if (!isAllowed) check('not allowed', status === 403, line)
      else if (method === 'GET') check('read',
        status === (path.endsWith('/label') ? 204 : 200) || (status === 404 && /\[(photo|file)\]|plans\/\[id\]|chalk/.test(path)), line)
      else check('let in', status !== 401 && status !== 403 && status < 500, line)
      // The same of another workroom: nothing is there.
      if (isAllowed && /\[id\]/.test(path) && other[path.split('/')[2]!]) {
        const theirs = await c.ask(method, address(path, other), body)
        const isThere = method === 'GET' ? theirs.status === 404 : theirs.status === 404 || theirs.status === 422 || theirs.status === 400
        check('another workroom', isThere, `${method} ${path} as ${role}: ${theirs.status} ${theirs.text.slice(0, 80)}`)
      }
    }
  }
  expect(wrong).toEqual([])
  expect(counts['not allowed']).toBeGreaterThan(60)
  expect(counts['another workroom']).toBeGreaterThan(60)
  test.info().annotations.push({ type: 'routes', description: JSON.stringify({ routes: rules.length, ...counts }) })
  console.log(`routes ${rules.length}, asked: ${JSON.stringify(counts)}`)
})

test('a thousand wrong passphrases: stopped after eight, the others not held up', async () => {
  const attacker = caller(server.url, '203.0.113.9'), began = performance.now()
  const counts: Record<number, number> = {}, others: number[] = []
  let over = false
  // Bram works meanwhile.
  const working = (async () => {
    while (!over) {
      const from = performance.now()
      expect((await bram.ask('GET', '/api/jobs')).status).toBe(200)
      others.push(performance.now() - from)
      await new Promise(done => setTimeout(done, 20))
    }
  })()
  for (let i = 0; i < 1000; i += 20) {
    const all = await Promise.all(Array.from({ length: 20 }, (_, k) => attacker.signIn('Orla', `wrong passphrase ${i + k}`)))
    for (const { status } of all) counts[status] = (counts[status] ?? 0) + 1
  }
  over = true
  await working
  const s = (performance.now() - began) / 1000
  expect(counts).toEqual({ 401: 8, 429: 992 })
  // Neither Orla herself from elsewhere, nor anybody who is in.
  expect((await caller(server.url, '10.1.0.77').signIn('Orla', PASSPHRASES.orla)).status).toBe(200)
  others.sort((a, b) => a - b)
  console.log(`1,000 wrong passphrases in ${s.toFixed(1)} s: ${JSON.stringify(counts)}; meanwhile ${others.length} lists of jobs, `
    + `median ${others[others.length >> 1]!.toFixed(0)} ms, slowest ${others.at(-1)!.toFixed(0)} ms`)
  // A name nobody has is refused in the same words; how long both take is printed.
  const timed = async (name: string, from: string) => {
    const began = performance.now(), { status, json } = await caller(server.url, from).signIn(name, 'not the passphrase')
    return { ms: performance.now() - began, said: `${status} ${json<{ detail: string }>().detail}` }
  }
  const known = await Promise.all([1, 2, 3].map(i => timed('Bram', `10.9.1.${i}`))), unknown = await Promise.all([1, 2, 3].map(i =>
    timed('Bramble', `10.9.2.${i}`)))
  expect(new Set([...known, ...unknown].map(t => t.said)).size).toBe(1)
  const ms = (all: { ms: number }[]) => all.map(t => t.ms.toFixed(0)).join(', ')
  console.log(`refused after: a known name ${ms(known)} ms, an unknown one ${ms(unknown)} ms`)
})

test('cookies: of another secret, of another workroom, cut off, after signing out, fixed beforehand: nobody', async () => {
  const c = caller(server.url, '10.4.0.1')
  await c.signIn('Bram', PASSPHRASES.bram)
  const mine = c.cookie
  expect(mine).toMatch(/^ready-cuff=/)
  for (const cookie of ['ready-cuff=', 'ready-cuff=x', mine.slice(0, -4), `${mine}AA`, `ready-cuff=${'A'.repeat(5000)}`]) {
    const thief = caller(server.url, '10.4.0.2')
    thief.cookie = cookie
    expect((await thief.ask('GET', '/api/jobs')).status, cookie.slice(0, 20)).toBe(401)
  }
  // A page that was laid out for somebody else sends nothing under this name.
  expect((await c.ask('GET', '/api/jobs', undefined, { 'x-person': who.orla.id })).status).toBe(401)
  expect((await c.ask('GET', '/api/jobs', undefined, { 'x-person': who.bram.id })).status).toBe(200)
  // What an attacker put there before she signs in is not what she carries afterwards.
  const attacker = await atBoard(server.url, orla, who.wick.id, '10.4.0.3')
  await attacker.ask('POST', '/api/sign-out', {})
  const planted = attacker.cookie, victim = caller(server.url, '10.4.0.4')
  victim.cookie = planted
  await victim.signIn('Orla', PASSPHRASES.orla)
  expect(victim.cookie).not.toBe(planted)
  attacker.cookie = planted
  expect((await attacker.ask('GET', '/api/jobs')).status).toBe(401)
  expect((await c.ask('POST', '/api/sign-out', {})).status).toBe(200)
  const replay = caller(server.url, '10.4.0.5')
  replay.cookie = mine
  expect((await replay.ask('GET', '/api/jobs')).status).toBe(401)
  // Another page may neither sign anybody in nor out.
  const elsewhere = { 'origin': 'https://elsewhere.example', 'sec-fetch-site': 'cross-site' }
  for (const path of ['/api/sign-in', '/api/sign-out', '/api/switch', '/api/pair', '/api/people'])
    expect((await orla.ask('POST', path, {}, elsewhere)).status, path).toBe(403)
  const head = await fetch(`${server.url}/api/sign-in`, {
    method: 'POST', headers: { 'content-type': 'application/json', 'x-forwarded-for': '10.4.0.6' },
    body: JSON.stringify({ name: 'Bram', passphrase: PASSPHRASES.bram }),
  })
  expect(head.headers.get('set-cookie')).toMatch(/HttpOnly.*SameSite=Strict|SameSite=Strict.*HttpOnly/i)
})

test('put away in the middle of a session: the stream ends, the next request is refused, what was pressed stays', async () => {
  const board = await atBoard(server.url, orla, who.bram.id, '10.5.0.1')
  const { sessions } = await idsOf(orla)
  const stream = await fetch(`${server.url}/api/sessions/${sessions}/live?after=-1`, { headers: { cookie: board.cookie } })
  expect(stream.status).toBe(200)
  let heard = ''
  const ended = (async () => {
    const reader = stream.body!.pipeThrough(new TextDecoderStream()).getReader()
    for (;;) {
      const { done, value } = await reader.read()
      if (done) return performance.now()
      heard += value
    }
  })()
  const event = () => ({
    key: crypto.randomUUID(), device: crypto.randomUUID(), atMs: Date.now(), kind: 'order', op: null, pass: null, placement: null,
    ironId: null,
    soleC: null, edge: null, placements: null, takes: null, byS: null, ids: [], setting: null,
  })
  const tell = (c: Caller) => c.ask('POST', `/api/sessions/${sessions}/events`, { events: [event()] })
  expect((await tell(board)).status).toBe(200)
  await expect.poll(() => heard.includes(who.bram.id)).toBe(true)
  const from = performance.now()
  expect((await orla.ask('POST', `/api/people/${who.bram.id}/away`, {})).status).toBe(200)
  const refused = await tell(board)
  const refusedMs = performance.now() - from
  expect(refused.status).toBe(401)
  // The next thing that happens is not told to her any more.
  const before = heard.length
  expect((await tell(orla)).status).toBe(200)
  const endedMs = await ended - from
  expect(heard.slice(before)).not.toContain(who.orla.id)
  console.log(`put away: refused after ${refusedMs.toFixed(0)} ms, the stream ended after ${endedMs.toFixed(0)} ms`)
  const { events } = await orla.get<PressSession>(`/api/sessions/${sessions}`)
  expect(events.slice(-2).map(e => e.personId)).toEqual([who.bram.id, who.orla.id])
  await orla.ask('POST', `/api/people/${who.bram.id}/back`, {})
  expect((await board.ask('GET', '/api/jobs')).status).toBe(401)
})

/** What an archive holds, but for when it was written. */
async function contents(c: Caller): Promise<Record<string, string>> {
  const bytes = Buffer.from(await (await fetch(`${server.url}/api/export/workroom`, { headers: { cookie: c.cookie } })).arrayBuffer())
  const files = await filesIn(bytes)
  return Object.fromEntries([...files].map(([name, data]) => [name, createHash('sha256')
    .update(name.endsWith('.json') ? data.toString('utf8').replace(/"written":"[^"]+"/, '') : data).digest('hex')]))
}
test('two workrooms of one name: after the other one\'s hostile day this one is byte for byte as it was', async () => {
  const before = await contents(nessa), theirs = await idsOf(nessa), own = await idsOf(orla)
  const rules = routeRules(join(import.meta.dirname, '../server/api'))
  // Everything that changes anything, at the other workroom's things, with bodies of one's own.
  const fabric = await orla.get<Fabric>(`/api/fabrics/${own.fabrics}`), job = await orla.get<Job>(`/api/jobs/${own.jobs}`)
  const bodies: unknown[] = [{}, fabric, job, { metres: -1, reason: 'used' }, { name: 'Mine', role: 'owner', version: 0 }, { pin: '7391' },
    { passphrase: 'mine from now on' }, { grade: 0, clientKey: crypto.randomUUID(), washC: 40, tumble: 'no', marks: [], note: '',
      washedAt: new Date().toISOString() }]
  let asked = 0
  for (const { method, path } of rules.filter(r => r.method !== 'GET' && /\[id\]/.test(r.path))) {
    for (const body of bodies) {
      const { status } = await orla.ask(method, address(path, theirs), body)
      expect(status, `${method} ${path}`).toBeGreaterThanOrEqual(400)
      asked++
    }
  }
  // And with things of theirs within bodies of one's own.
  const mixed = { ...job, fabrics: [{ fabricId: theirs.fabrics, place: null, supplyId: theirs.supplies }] }
  expect((await orla.ask('POST', '/api/jobs', mixed)).status).toBe(422)
  expect(await contents(nessa)).toEqual(before)
  console.log(`a hostile day: ${asked + 1} requests, ${Object.keys(before).length} files of the other archive unchanged`)
})

test('tries are counted over two servers together, and a code of one pairs at the other, once', async () => {
  const second = await startServer(20, BEHIND, server)
  const first = caller(server.url, '10.7.0.1'), other = caller(second.url, '10.7.0.1')
  for (let i = 0; i < 8; i++) expect((await (i % 2 ? first : other).signIn('Nessa', `wrong ${i}`)).status).toBe(401)
  for (const c of [first, other]) expect((await c.signIn('Nessa', PASSPHRASES.nessa)).status).toBe(429)
  const { code } = (await orla.ask('POST', '/api/devices/codes', {})).json<{ code: string }>()
  const board = caller(second.url, '10.7.0.2')
  expect((await board.ask('POST', '/api/pair', { code, device: 'Tablet' })).status).toBe(200)
  expect((await caller(server.url, '10.7.0.3').ask('POST', '/api/pair', { code, device: 'Tablet' })).status).toBe(422)
  // Whoever signs in at the one is in at the other.
  await board.ask('POST', '/api/switch', { personId: who.wick.id, pin: '7391' })
  const there = caller(server.url, '10.7.0.2')
  there.cookie = board.cookie
  expect((await there.ask('GET', '/api/jobs')).status).toBe(200)
  await second.down()
})

test('a lost passphrase is given anew from the server\'s own machine; the old one, and whoever was in with it, is out', async () => {
  const c = caller(server.url, '10.6.0.1')
  expect((await c.signIn('Bram', PASSPHRASES.bram)).status).toBe(200)
  const said = await onServer(server.databaseUrl, 'person.ts', ['reset', ' BRAM '])
  const fresh = /this once: (.+)$/m.exec(said)![1]!
  expect(fresh.split(' ')).toHaveLength(4)
  expect((await c.ask('GET', '/api/jobs')).status).toBe(401)
  expect((await caller(server.url, '10.6.0.2').signIn('Bram', PASSPHRASES.bram)).status).toBe(401)
  expect((await c.signIn('Bram', fresh)).status).toBe(200)
  await expect(onServer(server.databaseUrl, 'person.ts', ['reset', 'Nobody'])).rejects.toThrow(/Nobody here is called/)
  expect(await onServer(server.databaseUrl, 'person.ts', ['list'])).toMatch(/Tidewell workroom[\s\S]*Wick, apprentice, no passphrase/)
  // Whoever never had one gets a first one.
  const first = /this once: (.+)$/m.exec(await onServer(server.databaseUrl, 'person.ts', ['reset', 'Wick']))![1]!
  expect((await caller(server.url, '10.6.0.3').signIn('Wick', first)).status).toBe(200)
})
