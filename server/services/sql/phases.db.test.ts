import { randomUUID } from 'node:crypto'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { foldSession, isPressed, lastUndoable, nextStep, type SessionEvent } from '#core/session'
import { sessionEventsOf, workOf } from '#shared/pressing'
import { jobQuery, makingsBody, sessionBody, sessionEventSchema, type PressSession, type SessionEventBody } from '#shared/schemas'
import { SessionOperationRow } from '../../db/models'
import { aRoom, type Room } from '../../testing/room'
import { getJob, listJobs } from '../jobs'
import { saveMakings } from '../makings'
import { unsettle } from './phases'
import { appendEvents, beginSession, getSession } from '../sessions'

let room: Room
beforeAll(async () => { room = await aRoom() })
const DEVICES = [randomUUID(), randomUUID()], START_MS = Date.now() - 7_200_000
const event = (atMs: number, kind: SessionEventBody['kind'], more: Partial<SessionEventBody> = {}): SessionEventBody =>
  sessionEventSchema.parse({ key: randomUUID(), device: DEVICES[0], atMs, kind, ...more })

/** A session of a plain piece, one of two sides, one that is warmed first and lies at two places, and a hand's work; a hem has the last. */
async function begun() {
  const of = { fabric: await room.fabric(), supply: await room.supply(), iron: await room.iron() }, job = await room.job([of.fabric.id])
  const hemId = randomUUID()
  await saveMakings(room.context, job.id, makingsBody.parse({ version: 0, makings: [{
    id: hemId, name: 'Fallen hem', fabricId: of.fabric.id, liningId: null, supplyId: null, spec: {
      format: 1, kind: 'hem', task: 'fallen', depthMm: 30, turnMm: 10, aroundMm: 900, stretches: [{ fromMm: 0, lengthMm: 200 }],
      curve: null, legs: [], taper: null, count: 1,
    },
  }] }))
  const operation = (id: string, how: object, places: number, more: object = {}) => ({
    id, kind: 'fuse', name: id, pieceId: null, fabricId: of.fabric.id, supplyId: of.supply.id, ironId: of.iron.id, pressClothId: null,
    surface: 'padded', standing: 'estimated', outline: null, recipe: room.swatchOf(of, {}, how as never).recipe,
    placements: Array.from({ length: places }, (_, i) => ({ x: i * 90, y: 0, headingDeg: 0 })), ...more,
  })
  const { session } = await beginSession(room.context, sessionBody.parse({
    id: randomUUID(), jobId: job.id, piecesVersion: 0, startedAt: new Date(START_MS).toISOString(), operations: [
      operation('plain', {}, 1), operation('sides', { passes: 2, secondS: 8 }, 1),
      operation('warmed', { warmS: 4, coolS: 0, tableS: 0 }, 2),
      operation('sewn', {}, 0, { kind: 'sew', recipe: null, ironId: null }), operation('hem', {}, 1, { kind: 'hem', makingId: hemId }),
    ],
  }))
  const append = (...events: SessionEventBody[]) => appendEvents(room.context, session.id, events)
  const job$ = () => getJob(room.context, job.id)
  return { job: job$, jobId: job.id, session, append }
}
const foldOf = (s: PressSession) => foldSession(s.operations.map(workOf), sessionEventsOf(s.events, []))
/** What is kept of how far each has come, and what core says of the same events. */
async function bothOf(id: string) {
  const session = await getSession(room.context, id), { ops } = foldOf(session)
  const rows = await SessionOperationRow.findAll({ where: { sessionId: id }, order: [['position', 'ASC']] })
  return { kept: rows.map(r => r.phase), core: session.operations.map(o => ops.get(o.id)!.phase), ops }
}

/** What hands do next, right or wrong, as a row of choices. */
const deeds = fc.array(fc.record({
  op: fc.nat(4), who: fc.nat(1),
  how: fc.constantFrom('next', 'next', 'next', 'next', 'next', 'early', 'missed', 'aside', 'skip', 'undo', 'lifts', 'look'),
}), { minLength: 10, maxLength: 45 })

describe('how far an operation of a session has come', () => {
  it('is the same in the database as in core, whatever was done, however often it was looked at between', async () => {
    await fc.assert(fc.asyncProperty(deeds, async (all) => {
      const { session, append, job, jobId } = await begun()
      const told: SessionEvent[] = []
      let atMs = START_MS + 1000
      for (const { op: at, who, how } of all) {
        if (how === 'look') {
          await job()
          continue
        }
        const o = session.operations[at]!, { ops } = foldSession(session.operations.map(workOf), told),
          step = nextStep(workOf(o), ops.get(o.id)!)
        const say = async (kind: SessionEventBody['kind'], more: Partial<SessionEventBody> = {}) => {
          const e = event(atMs, kind, { op: o.id, device: DEVICES[who]!, ...more })
          told.push(...sessionEventsOf([], [e]))
          await append(e)
        }
        atMs += how === 'early' ? 1000 : 30_000
        const last = how === 'undo' ? lastUndoable(told, DEVICES[who]!) : null
        if (how === 'undo') {
          if (last) await say('undo', { op: last.op ?? null, takes: last.key })
        } else if (how === 'missed') await say('missed', { placement: 0 })
        else if (how === 'aside' || how === 'skip') await say(how)
        else if (how === 'lifts') await say('edge', { edge: 'lifts', placements: [0] })
        else if (step.do === 'down') await say('down', { pass: step.pass, placement: step.placement, ironId: o.ironId })
        else if (step.do === 'lift') await say('lift', { ironId: o.ironId })
        else if (step.do === 'laid' || step.do === 'turned' || step.do === 'cold') await say(step.do)
        else if (step.do === 'edge') await say('edge', { edge: 'holds' })
        else if (step.do === 'hand') await say('done')
      }
      await append(event(atMs + 1000, 'close'))
      const { session: is, makings: [hem] } = await job(), { kept, core, ops } = await bothOf(session.id)
      expect(kept).toEqual(core)
      expect(is).toBe([...ops.values()].every(isPressed) ? 'closed' : null)
      expect(hem!.pressed).toBe(['cooling', 'edge', 'done'].includes(ops.get('hem')!.phase))
      const listed = (await listJobs(room.context, jobQuery.parse({ size: 100 }))).rows.find(j => j.id === jobId)!
      expect([listed.session, listed.makings]).toEqual([is, [hem]])
    }), { numRuns: 25, seed: 11 })
  })
  it('of two sides it is not at its end after the first, nor after a hold that was too short', async () => {
    const { session, append, job } = await begun(), press = (op: string, fromS: number, forS: number, pass = 0) => [
      event(START_MS + fromS * 1000, 'down', { op, pass, placement: 0 }), event(START_MS + (fromS + forS) * 1000, 'lift', { op }),
    ]
    const phase = async (op: string) => {
      await job()
      const { kept } = await bothOf(session.id)
      return kept[session.operations.findIndex(o => o.id === op)]
    }
    await append(...press('sides', 10, 12), ...press('plain', 40, 2))
    expect([await phase('sides'), await phase('plain')]).toEqual(['inHand', 'inHand'])
    await append(event(START_MS + 60_000, 'turned', { op: 'sides' }), ...press('sides', 70, 8, 1), ...press('plain', 90, 12))
    expect([await phase('sides'), await phase('plain')]).toEqual(['cooling', 'cooling'])
  })
  it('a place that was missed and pressed again is pressed: its making is as well', async () => {
    const { append, job } = await begun(), at = (s: number) => START_MS + s * 1000
    const press = (s: number) => [event(at(s), 'down', { op: 'hem', pass: 0, placement: 0 }), event(at(s + 13), 'lift', { op: 'hem' })]
    const isPressedNow = async () => (await job()).makings[0]!.pressed
    expect(await isPressedNow()).toBe(false)
    await append(...press(10))
    expect(await isPressedNow()).toBe(true)
    await append(event(at(30), 'missed', { op: 'hem', placement: 0 }))
    expect(await isPressedNow()).toBe(false)
    const again = press(40)
    await append(...again)
    expect(await isPressedNow()).toBe(true)
    await append(event(at(60), 'undo', { op: 'hem', takes: again[1]!.key }))
    expect(await isPressedNow()).toBe(false)
  })
  it('what was kept before, or came in with a file, is worked out when it is asked', async () => {
    const { session, append, job } = await begun()
    await append(event(START_MS + 10_000, 'skip', { op: 'plain' }))
    await SessionOperationRow.update({ phase: null }, { where: { sessionId: session.id } })
    await job()
    expect((await bothOf(session.id)).kept).toEqual(['skipped', 'open', 'open', 'open', 'open'])
  })
  it('what happened to one leaves the others as they were; what is taken back may be of any', async () => {
    const { session } = await begun()
    const told = (kind: 'dial' | 'down' | 'lift' | 'undo', op: string | null) => ({ kind, op, device: DEVICES[0]! })
    await unsettle(session.id, -1, [told('dial', null)])
    const nulls = async () => (await bothOf(session.id)).kept.filter(p => p === null).length
    expect(await nulls()).toBe(0)
    await unsettle(session.id, -1, [told('down', 'plain'), told('lift', 'plain')])
    expect(await nulls()).toBe(1)
    await unsettle(session.id, -1, [told('undo', 'plain')])
    expect(await nulls()).toBe(5)
  })
})
