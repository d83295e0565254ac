import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { replanBody, runBody, runEventSchema, type RunEventBody } from '#shared/schemas'
import { aRoom, refusal, type Room } from '../testing/room'
import { beginRun, getRun, newsOf, replan, runsOf, tellRun } from './runs'
import { getIron } from './shelf'
import { pairingHistory } from './trials'

let room: Room
beforeAll(async () => { room = await aRoom() })

const DEVICE = randomUUID(), NOW = Date.now()
const event = (kind: RunEventBody['kind'], more: Partial<RunEventBody> = {}): RunEventBody =>
  runEventSchema.parse({ key: randomUUID(), device: DEVICE, atMs: NOW, kind, ...more })

async function begun(ops = ['a', 'b']) {
  const of = { cloth: await room.cloth(), supply: await room.supply(), iron: await room.iron() }
  const job = await room.job([of.cloth.id])
  const operation = (id: string, more: object = {}) => ({
    id, kind: 'fuse', name: `Piece ${id}`, pieceId: null, clothId: of.cloth.id, supplyId: of.supply.id, ironId: of.iron.id, coverId: null,
    bed: 'padded', recipe: room.trialOf(of).recipe, standing: 'estimated', outline: null, prints: [{ x: 0, y: 0, headingDeg: 0 }],
    predicted: { bond: 1.2, harm: 0, peakC: 130, windowC: [118, 140], worst: null }, ...more,
  })
  const body = (operations: object[]) => runBody.parse({
    id: randomUUID(), jobId: job.id, piecesVersion: 0, startedAt: new Date(NOW - 3_600_000).toISOString(), operations,
  })
  const { run } = await beginRun(room.context, body(ops.map(id => operation(id))))
  return { ...of, job, run, operation, body, tell: (...events: RunEventBody[]) => tellRun(room.context, run.id, events) }
}

describe('a run', () => {
  it('begun twice is one; its name is not another job\'s; nothing of it is planned from things that are gone', async () => {
    const { job, run, operation, body } = await begun(), other = await room.job([(await room.cloth()).id])
    const again = await beginRun(room.context, { ...body([operation('a'), operation('b')]), id: run.id })
    expect([again.isNew, again.run.operations.map(o => o.id)]).toEqual([false, ['a', 'b']])
    expect((await refusal(beginRun(room.context, { ...body([operation('a')]), id: run.id, jobId: other.id }))).status).toBe(409)
    const bare = (more: object) => refusal(beginRun(room.context, body([operation('a', more)])))
    expect((await bare({ clothId: randomUUID() })).said).toMatch(/operations: Fabric: one of them is not kept here/)
    expect((await bare({ supplyId: randomUUID() })).said).toMatch(/operations: Interfacing/)
    expect((await bare({ overSupplyIds: [randomUUID()] })).said).toMatch(/operations: Interfacing/)
    expect((await bare({ ironId: randomUUID() })).said).toMatch(/operations: Iron/)
    expect((await bare({ coverId: randomUUID() })).said).toMatch(/operations: Press cloth/)
    expect((await bare({ pieceId: randomUUID() })).said).toMatch(/operations: Pieces/)
    expect((await bare({ makingId: randomUUID() })).said).toMatch(/operations: Making/)
    expect((await bare({ ironId: null })).said).toMatch(/say with which iron/)
    expect((await bare({ prints: [] })).said).toMatch(/no place for the iron/)
    expect((await runsOf(room.context, job.id)).map(r => [r.operations, r.events])).toEqual([[2, 0]])
  })
  it('a board whose clock is ahead does not begin in the future', async () => {
    const { operation, body } = await begun()
    const ahead = { ...body([operation('a')]), startedAt: new Date(Date.now() + 3_600_000).toISOString() }
    expect(Date.parse((await beginRun(room.context, ahead)).run.startedAt)).toBeLessThanOrEqual(Date.now())
  })
  it('what is told is kept once, in the order it comes in, without a gap, however often it is told', async () => {
    const { run, tell } = await begun()
    const [down, lift] = [event('down', { op: 'a', print: 0 }), event('lift', { op: 'a', atMs: NOW + 12_000 })]
    // One event twice within one message is kept once.
    expect((await tell(down, down)).events.map(e => [e.key, e.position])).toEqual([[down.key, 0]])
    expect((await tell(down, lift)).events.map(e => [e.key, e.position])).toEqual([[lift.key, 1]])
    expect((await tell(lift)).events).toEqual([])
    expect((await newsOf(room.context, run.id, 0)).events.map(e => e.key)).toEqual([lift.key])
    expect((await newsOf(room.context, run.id, -1)).events.map(e => e.position)).toEqual([0, 1])
  })
  it('ten boards tell at once: no position twice, none left out', async () => {
    const { run, tell } = await begun()
    await Promise.all(Array.from({ length: 10 }, () => tell(event('dial'), event('dial'))))
    expect((await getRun(room.context, run.id)).events.map(e => e.position)).toEqual(Array.from({ length: 20 }, (_, i) => i))
  })
  it('another event under a known key is refused, with all that came beside it, and so is a key of another run', async () => {
    const { tell } = await begun(), elsewhere = await begun(), down = event('down', { op: 'a', print: 0 })
    await tell(down)
    expect((await refusal(tell(event('dial'), { ...down, print: 1 }))).status).toBe(409)
    expect((await refusal(elsewhere.tell(down))).status).toBe(409)
    expect((await tell(event('dial'))).events.map(e => e.position)).toEqual([1])
  })
  it('what happened before it was closed and arrives late is kept, with a minute\'s grace; what happened after it is refused', async () => {
    const { run, tell } = await begun()
    // What it tells at once says how its clock goes; then it is known when it closed.
    await tell(event('dial', { atMs: Date.now() }))
    await tell(event('close', { atMs: Date.now() - 30_000 }))
    const { closedAt } = await getRun(room.context, run.id)
    expect(Math.abs(Date.parse(closedAt!) - (Date.now() - 30_000))).toBeLessThan(5000)
    await tell(event('dial', { atMs: Date.parse(closedAt!) + 10_000 }))

    const earlier = await begun()
    await earlier.tell(event('dial', { atMs: Date.now() }))
    await earlier.tell(event('close', { atMs: Date.now() - 600_000 }))
    expect((await refusal(earlier.tell(event('dial', { atMs: Date.now() - 500_000 })))).status).toBe(409)
    await earlier.tell(event('dial', { atMs: Date.now() - 900_000 }))
    expect((await refusal(replan(room.context, earlier.run.id, { piecesVersion: 0, operations: [] }))).said).toMatch(/was closed on/)
  })
  it('an edge that was tried is a swatch of the pairing, once; a cleaned iron is known to the iron, and no later than now', async () => {
    const { cloth, supply, iron, tell } = await begun()
    const edge = event('edge', { op: 'a', edge: 'holds', atMs: NOW + 90_000 })
    const touched = [event('down', { op: 'a', pass: 0, print: 0, ironId: iron.id, soleC: 150 }),
      event('lift', { op: 'a', pass: 0, atMs: NOW + 12_000 }), event('cold', { op: 'a', atMs: NOW + 60_000 })]
    await tell(...touched, edge)
    await tell(edge)
    const { rows } = await pairingHistory(room.context, cloth.id, supply.id, { q: '', page: 1, size: 10 })
    expect(rows.map(t => t.clientKey)).toEqual([edge.key])
    await tell(event('cleaned', { ironId: iron.id, atMs: NOW + 9e9 }))
    const { cleanedAt } = await getIron(room.context, iron.id)
    expect(Date.parse(cleanedAt!)).toBeLessThanOrEqual(Date.now())
    // An earlier cleaning that arrives late does not take the newer one back.
    await tell(event('cleaned', { ironId: iron.id, atMs: NOW - 9e6 }))
    expect((await getIron(room.context, iron.id)).cleanedAt).toBe(cleanedAt)
  })
  it('planned anew, what was begun stays as it was and where it was; the rest is new', async () => {
    const { run, operation, tell } = await begun(['a', 'b', 'c'])
    await tell(event('down', { op: 'b', print: 0 }))
    const { operations } = await replan(room.context, run.id, replanBody.parse({
      piecesVersion: 0, operations: [operation('b', { name: 'Otherwise' }), operation('d')],
    }))
    expect(operations.map(o => [o.id, o.name])).toEqual([['b', 'Piece b'], ['d', 'Piece d']])
  })
  it('another workroom neither reads it nor tells it anything', async () => {
    const { run, job } = await begun(), other = await aRoom()
    expect((await refusal(getRun(other.context, run.id))).status).toBe(404)
    expect((await refusal(newsOf(other.context, run.id, -1))).status).toBe(404)
    expect((await refusal(tellRun(other.context, run.id, [event('dial')]))).status).toBe(404)
    expect((await refusal(runsOf(other.context, job.id))).status).toBe(404)
    expect((await refusal(tellRun(room.context, run.id, [event('dial', { ironId: randomUUID() })]))).said).toMatch(/events: Iron/)
  })
})
