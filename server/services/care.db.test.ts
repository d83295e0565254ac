import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { careEventBody, MOST } from '#shared/schemas'
import { aRoom, refusal, type Room } from '../testing/room'
import { addCareEvent, careLog, supplyWashes } from './care'
import { getSwatch } from './swatches'

let room: Room
beforeAll(async () => { room = await aRoom() })

const look = (fabricId: string, supplyId: string | null, more: object = {}) => careEventBody.parse({
  clientKey: randomUUID(), fabricId, supplyId, rounds: 3, washC: 40, tumble: 'no', grade: 4, marks: [], cameAt: '2026-11-22T10:00:00.000Z',
  ...more,
})
async function garment() {
  const of = { fabric: await room.fabric(), supply: await room.supply(), iron: await room.iron() }
  return { ...of, of, job: await room.job([of.fabric.id]) }
}

describe('a garment that came back', () => {
  it('well after three washes: its swatch came through three', async () => {
    const { fabric, supply, of, job } = await garment(), swatch = await room.swatch(of)
    const { events } = await addCareEvent(room.context, job.id, look(fabric.id, supply.id))
    expect(events[0]).toMatchObject({ swatchId: swatch.id, rounds: 3, grade: 4 })
    const { washes } = await getSwatch(room.context, swatch.id)
    expect(washes.map(w => [w.grade, w.washC, w.washedAt])).toEqual(Array(3).fill([4, 40, '2026-11-22T10:00:00.000Z']))
    expect(washes[0]!.note).toBe(`In a garment, ${job.name}, seen after 3 washes.`)
  })
  it.each([
    ['let go', { grade: 2, marks: [] }], ['holds, but bubbled', { grade: 4, marks: ['bubbles'] }],
  ] as const)('that %s after three washes: only the last one is known to have done it', async (_, seen) => {
    const { fabric, supply, of, job } = await garment(), swatch = await room.swatch(of)
    await addCareEvent(room.context, job.id, look(fabric.id, supply.id, { ...seen, softener: true }))
    const { washes } = await getSwatch(room.context, swatch.id)
    expect(washes).toHaveLength(1)
    expect(washes[0]).toMatchObject(seen)
    expect(washes[0]!.note).toContain('after 3 washes with softener')
  })
  it('a swatch keeps no more washes than it may', async () => {
    const { fabric, supply, of, job } = await garment(), swatch = await room.swatch(of)
    for (const rounds of [60, MOST.washes - 61, 5]) await addCareEvent(room.context, job.id, look(fabric.id, supply.id, { rounds }))
    expect((await getSwatch(room.context, swatch.id)).washes).toHaveLength(MOST.washes)
  })
  it('the newest swatch that held stands behind it; where none held, the newest', async () => {
    const { fabric, supply, of, job } = await garment()
    const failed = await room.swatch(of, { grade: 1, pressedAt: '2026-11-21T10:00:00.000Z' })
    const first = await addCareEvent(room.context, job.id, look(fabric.id, supply.id))
    expect(first.events[0]!.swatchId).toBe(failed.id)
    const held = await room.swatch(of, { grade: 3, pressedAt: '2026-11-19T10:00:00.000Z' })
    await room.swatch(of, { grade: 5, pressedAt: '2026-11-18T10:00:00.000Z' })
    const { events } = await addCareEvent(room.context, job.id, look(fabric.id, supply.id, { cameAt: '2026-11-23T10:00:00.000Z' }))
    expect(events[0]!.swatchId).toBe(held.id)
  })
  it('sent twice it is kept once; another look under its key is refused', async () => {
    const { fabric, job } = await garment(), body = look(fabric.id, null)
    await addCareEvent(room.context, job.id, body)
    const { events } = await addCareEvent(room.context, job.id, body)
    expect(events).toHaveLength(1)
    expect((await refusal(addCareEvent(room.context, job.id, { ...body, grade: 1 }))).status).toBe(409)
    expect((await careLog(room.context, job.id)).events.map(e => e.grade)).toEqual([4])
  })
  it('what is not kept here is refused by its field, and another workroom sees none of it', async () => {
    const { fabric, supply, job } = await garment(), other = await aRoom()
    expect((await refusal(addCareEvent(room.context, job.id, look(randomUUID(), null)))).said).toMatch(/fabricId: Fabric: it is not kept/)
    expect((await refusal(addCareEvent(room.context, job.id, look(fabric.id,
      randomUUID())))).said).toMatch(/supplyId: Interfacing: it is not/)
    expect((await refusal(addCareEvent(other.context, job.id, look(fabric.id, supply.id)))).status).toBe(404)
    expect((await refusal(careLog(other.context, job.id))).status).toBe(404)
    expect((await refusal(supplyWashes(other.context, supply.id))).status).toBe(404)
  })
  it('a supply shows how its swatches came through: the last wash of each, the newest swatch first', async () => {
    const { fabric, supply, of, job } = await garment()
    await room.swatch(of, { pressedAt: '2026-11-10T10:00:00.000Z' })
    expect((await supplyWashes(room.context, supply.id)).swatches).toEqual([])
    await addCareEvent(room.context, job.id, look(fabric.id, supply.id, { rounds: 2 }))
    await addCareEvent(room.context, job.id, look(fabric.id, supply.id, { grade: 2, cameAt: '2026-11-25T10:00:00.000Z' }))
    expect((await supplyWashes(room.context, supply.id)).swatches).toEqual([
      { fabricId: fabric.id, grade: 4, rounds: 3, washC: 40, tumble: 'no', after: 2, marks: [] },
    ])
  })
})
