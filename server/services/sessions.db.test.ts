import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { makingsBody, replanBody, sessionBody, sessionEventSchema, type SessionEventBody } from '#shared/schemas'
import { aRoom, refusal, type Room } from '../testing/room'
import { getJob } from './jobs'
import { saveMakings } from './makings'
import { beginSession, getSession, newsOf, replan, sessionsOf, appendEvents } from './sessions'
import { getIron } from './shelf'
import { pairingHistory } from './swatches'

let room: Room
beforeAll(async () => { room = await aRoom() })

const DEVICE = randomUUID(), NOW = Date.now()
const event = (kind: SessionEventBody['kind'], more: Partial<SessionEventBody> = {}): SessionEventBody =>
  sessionEventSchema.parse({ key: randomUUID(), device: DEVICE, atMs: NOW, kind, ...more })

async function begun(ops = ['a', 'b']) {
  const of = { fabric: await room.fabric(), supply: await room.supply(), iron: await room.iron() }
  const job = await room.job([of.fabric.id])
  const operation = (id: string, more: object = {}) => ({
    id, kind: 'fuse', name: `Piece ${id}`, pieceId: null, fabricId: of.fabric.id, supplyId: of.supply.id, ironId: of.iron.id,
    pressClothId: null,
    surface: 'padded', recipe: room.swatchOf(of).recipe, standing: 'estimated', outline: null, placements: [{ x: 0, y: 0, headingDeg: 0 }],
    predicted: { bond: 1.2, harm: 0, peakC: 130, windowC: [118, 140], worst: null }, ...more,
  })
  const body = (operations: object[]) => sessionBody.parse({
    id: randomUUID(), jobId: job.id, piecesVersion: 0, startedAt: new Date(NOW - 3_600_000).toISOString(), operations,
  })
  const { session } = await beginSession(room.context, body(ops.map(id => operation(id))))
  return { ...of, job, session, operation, body, append: (...events: SessionEventBody[]) => appendEvents(room.context, session.id, events) }
}

describe('a session', () => {
  it('begun twice is one; its name is not another job\'s; nothing of it is planned from things that are gone', async () => {
    const { job, session, operation, body } = await begun(), other = await room.job([(await room.fabric()).id])
    const again = await beginSession(room.context, { ...body([operation('a'), operation('b')]), id: session.id })
    expect([again.isNew, again.session.operations.map(o => o.id)]).toEqual([false, ['a', 'b']])
    expect((await refusal(beginSession(room.context, { ...body([operation('a')]), id: session.id, jobId: other.id }))).status).toBe(409)
    const bare = (more: object) => refusal(beginSession(room.context, body([operation('a', more)])))
    expect((await bare({ fabricId: randomUUID() })).said).toMatch(/operations: Fabric: one of them is not kept here/)
    expect((await bare({ supplyId: randomUUID() })).said).toMatch(/operations: Interfacing/)
    expect((await bare({ overSupplyIds: [randomUUID()] })).said).toMatch(/operations: Interfacing/)
    expect((await bare({ ironId: randomUUID() })).said).toMatch(/operations: Iron/)
    expect((await bare({ pressClothId: randomUUID() })).said).toMatch(/operations: Press cloth/)
    expect((await bare({ pieceId: randomUUID() })).said).toMatch(/operations: Pieces/)
    expect((await bare({ makingId: randomUUID() })).said).toMatch(/operations: Making/)
    expect((await bare({ ironId: null })).said).toMatch(/say with which iron/)
    expect((await bare({ placements: [] })).said).toMatch(/no place for the iron/)
    expect((await sessionsOf(room.context, job.id)).map(r => [r.operations, r.events])).toEqual([[2, 0]])
  })
  it('its job knows that it is under way, which making was pressed in it, and that all of it was once it is closed', async () => {
    const { fabric, job, operation, body } = await begun(), id = randomUUID()
    const hem = {
      id, name: 'Fallen hem', fabricId: fabric.id, liningId: null, supplyId: null, spec: {
        format: 1, kind: 'hem', task: 'fallen', depthMm: 30, turnMm: 10, aroundMm: 900, stretches: [{ fromMm: 0, lengthMm: 200 }],
        curve: null, legs: [], taper: null, count: 1,
      },
    }
    await saveMakings(room.context, job.id, makingsBody.parse({ version: 0, makings: [hem] }))
    const known = async () => {
      const { session, makings } = await getJob(room.context, job.id)
      return [session, makings.map(m => [m.kind, m.name, m.fabricId, m.pressed])]
    }
    const later = new Date(NOW - 60_000).toISOString()
    const { session } = await beginSession(room.context, {
      ...body([operation('a'), operation('h', {
        makingId: id, placements: [{ x: 0, y: 0, headingDeg: 0 }, { x: 90, y: 0, headingDeg: 0 }],
      })]),
      startedAt: later,
    })
    const append = (...events: SessionEventBody[]) => appendEvents(room.context, session.id, events)
    const pressed = async () => (await getJob(room.context, job.id)).makings[0]!.pressed
    expect(await known()).toEqual(['open', [['hem', 'Fallen hem', fabric.id, false]]])
    // Set down once of its two places: not pressed yet.
    await append(event('down', { op: 'h', placement: 0 }), event('lift', { op: 'h', atMs: NOW + 9000 }))
    expect(await pressed()).toBe(false)
    await append(event('down', { op: 'h', placement: 1, atMs: NOW + 10_000 }), event('lift', { op: 'h', atMs: NOW + 19_000 }))
    expect(await known()).toEqual(['open', [['hem', 'Fallen hem', fabric.id, true]]])
    // An edge that lifts opens it again, and taken back it is as it was; one that holds ends it.
    const lifts = event('edge', { op: 'h', edge: 'lifts', placements: [0], atMs: NOW + 30_000 })
    await append(lifts)
    expect(await pressed()).toBe(false)
    await append(event('undo', { takes: lifts.key, atMs: NOW + 31_000 }))
    expect(await pressed()).toBe(true)
    await append(event('missed', { op: 'h', placement: 1, atMs: NOW + 32_000 }))
    expect(await pressed()).toBe(false)
    // An edge says nothing while the place that was missed is not pressed.
    await append(event('edge', { op: 'h', edge: 'holds', atMs: NOW + 33_000 }))
    expect(await pressed()).toBe(false)
    await append(event('down', { op: 'h', placement: 1, atMs: NOW + 40_000 }), event('lift', { op: 'h', atMs: NOW + 52_000 }))
    expect(await pressed()).toBe(true)
    // Closed with a piece that was never under the iron, not all of it is pressed; passed over, nothing is left of it.
    await append(event('close', { atMs: NOW + 61_000 }))
    expect((await known())[0]).toBeNull()
    await append(event('skip', { op: 'a', atMs: NOW + 60_500 }))
    expect((await known())[0]).toBe('closed')
  })
  it('a board whose clock is ahead does not begin in the future', async () => {
    const { operation, body } = await begun()
    const ahead = { ...body([operation('a')]), startedAt: new Date(Date.now() + 3_600_000).toISOString() }
    expect(Date.parse((await beginSession(room.context, ahead)).session.startedAt)).toBeLessThanOrEqual(Date.now())
  })
  it('an event is kept once, in the order it comes in, without a gap, however often it is sent', async () => {
    const { session, append } = await begun()
    const [down, lift] = [event('down', { op: 'a', placement: 0 }), event('lift', { op: 'a', atMs: NOW + 12_000 })]
    // One event twice within one message is kept once.
    expect((await append(down, down)).events.map(e => [e.key, e.position])).toEqual([[down.key, 0]])
    expect((await append(down, lift)).events.map(e => [e.key, e.position])).toEqual([[lift.key, 1]])
    expect((await append(lift)).events).toEqual([])
    expect((await newsOf(room.context, session.id, 0)).events.map(e => e.key)).toEqual([lift.key])
    expect((await newsOf(room.context, session.id, -1)).events.map(e => e.position)).toEqual([0, 1])
  })
  it('ten boards send at once: no position twice, none left out', async () => {
    const { session, append } = await begun()
    await Promise.all(Array.from({ length: 10 }, () => append(event('dial'), event('dial'))))
    expect((await getSession(room.context, session.id)).events.map(e => e.position)).toEqual(Array.from({ length: 20 }, (_, i) => i))
  })
  it('another event under a known key is refused, with all that came beside it, and so is a key of another session', async () => {
    const { append } = await begun(), elsewhere = await begun(), down = event('down', { op: 'a', placement: 0 })
    await append(down)
    expect((await refusal(append(event('dial'), { ...down, placement: 1 }))).status).toBe(409)
    expect((await refusal(elsewhere.append(down))).status).toBe(409)
    expect((await append(event('dial'))).events.map(e => e.position)).toEqual([1])
  })
  it('what happened before it was closed and arrives late is kept, with a minute\'s grace; what happened after it is refused', async () => {
    const { session, append } = await begun()
    // What it tells at once says how its clock goes; then it is known when it closed.
    await append(event('dial', { atMs: Date.now() }))
    await append(event('close', { atMs: Date.now() - 30_000 }))
    const { closedAt } = await getSession(room.context, session.id)
    expect(Math.abs(Date.parse(closedAt!) - (Date.now() - 30_000))).toBeLessThan(5000)
    await append(event('dial', { atMs: Date.parse(closedAt!) + 10_000 }))

    const earlier = await begun()
    await earlier.append(event('dial', { atMs: Date.now() }))
    await earlier.append(event('close', { atMs: Date.now() - 600_000 }))
    expect((await refusal(earlier.append(event('dial', { atMs: Date.now() - 500_000 })))).status).toBe(409)
    await earlier.append(event('dial', { atMs: Date.now() - 900_000 }))
    expect((await refusal(replan(room.context, earlier.session.id, { piecesVersion: 0, operations: [] }))).said).toMatch(/was closed on/)
  })
  it('an edge that was tried is a swatch of the pairing, once; a cleaned iron is known to the iron, and no later than now', async () => {
    const { fabric, supply, iron, append } = await begun()
    const edge = event('edge', { op: 'a', edge: 'holds', atMs: NOW + 90_000 })
    const touched = [event('down', { op: 'a', pass: 0, placement: 0, ironId: iron.id, soleC: 150 }),
      event('lift', { op: 'a', pass: 0, atMs: NOW + 12_000 }), event('cold', { op: 'a', atMs: NOW + 60_000 })]
    await append(...touched, edge)
    await append(edge)
    const { rows } = await pairingHistory(room.context, fabric.id, supply.id, { q: '', page: 1, size: 10 })
    expect(rows.map(t => t.clientKey)).toEqual([edge.key])
    await append(event('cleaned', { ironId: iron.id, atMs: NOW + 9e9 }))
    const { cleanedAt } = await getIron(room.context, iron.id)
    expect(Date.parse(cleanedAt!)).toBeLessThanOrEqual(Date.now())
    // An earlier cleaning that arrives late does not take the newer one back.
    await append(event('cleaned', { ironId: iron.id, atMs: NOW - 9e6 }))
    expect((await getIron(room.context, iron.id)).cleanedAt).toBe(cleanedAt)
  })
  it('planned anew, what was begun stays as it was and where it was; the rest is new', async () => {
    const { session, operation, append } = await begun(['a', 'b', 'c'])
    await append(event('down', { op: 'b', placement: 0 }))
    // From things that are gone nothing is planned again, and what stood there stays.
    const gone = replanBody.parse({ piecesVersion: 0, operations: [operation('z', { supplyId: randomUUID() })] })
    expect((await refusal(replan(room.context, session.id, gone))).said).toMatch(/operations: Interfacing: one of them is not kept here/)
    expect((await getSession(room.context, session.id)).operations.map(o => o.id)).toEqual(session.operations.map(o => o.id))
    const { operations } = await replan(room.context, session.id, replanBody.parse({
      piecesVersion: 0, operations: [operation('b', { name: 'Otherwise' }), operation('d')],
    }))
    expect(operations.map(o => [o.id, o.name])).toEqual([['b', 'Piece b'], ['d', 'Piece d']])
  })
  it('another workroom neither reads it nor writes to it', async () => {
    const { session, job } = await begun(), other = await aRoom()
    expect((await refusal(getSession(other.context, session.id))).status).toBe(404)
    expect((await refusal(newsOf(other.context, session.id, -1))).status).toBe(404)
    expect((await refusal(appendEvents(other.context, session.id, [event('dial')]))).status).toBe(404)
    expect((await refusal(sessionsOf(other.context, job.id))).status).toBe(404)
    expect((await refusal(appendEvents(room.context, session.id, [event('dial', { ironId: randomUUID() })]))).said).toMatch(/events: Iron/)
  })
})
