import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { MOST, readingAdded, washBody } from '#shared/schemas'
import { FabricRow, SwatchRow } from '../db/models'
import { aRoom, refusal, type Room } from '../testing/room'
import { getFabric } from './fabrics'
import { createPlan, planStrip, plansOf } from './plans'
import { proofCard } from './proofs'
import { getSupply } from './shelf'
import { addReading, addWash, fabricHistory, getSwatch, pairingHistory, recordSwatches, recordSwatch } from './swatches'
import { listUnreadable, setAside } from './rows/set-aside'

let room: Room
beforeAll(async () => { room = await aRoom() })
const things = async () => ({ fabric: await room.fabric(), supply: await room.supply(), iron: await room.iron() })
const wash = (more: object = {}) => washBody.parse({
  clientKey: randomUUID(), washC: 40, tumble: 'no', grade: 4, marks: [], note: '', washedAt: '2026-11-22T10:00:00.000Z', ...more,
})
const PAGE = { q: '', page: 1, size: 10 }

describe('a swatch', () => {
  it('sent twice is kept once and counts once; another one under its key is refused', async () => {
    const of = await things(), body = room.swatchOf(of, { readings: [{ kind: 'overhang', value: 60 }] })
    const first = await recordSwatch(room.context, body), again = await recordSwatch(room.context, body)
    expect([first.isNew, again.isNew, again.swatch.id]).toEqual([true, false, first.swatch.id])
    expect(first.swatch.events.map(e => e.kind)).toEqual(['down', 'lift', 'cool', 'done'])
    expect(first.swatch.readings).toEqual([{ kind: 'overhang', value: 60 }])
    expect((await refusal(recordSwatch(room.context, { ...body, grade: 1 }))).status).toBe(409)
    expect([(await getFabric(room.context, of.fabric.id)).swatchCount, (await getSupply(room.context, of.supply.id)).used]).toEqual([1, 1])
    // Using a thing is no change of its form.
    expect((await getFabric(room.context, of.fabric.id)).version).toBe(of.fabric.version)
  })
  it('ten times at once it is kept once', async () => {
    const of = await things(), body = room.swatchOf(of)
    const all = await Promise.all(Array.from({ length: 10 }, () => recordSwatch(room.context, body)))
    expect(all.filter(a => a.isNew)).toHaveLength(1)
    expect((await pairingHistory(room.context, of.fabric.id, of.supply.id, PAGE)).total).toBe(1)
    expect((await getFabric(room.context, of.fabric.id)).swatchCount).toBe(1)
  })
  it('points at things that are kept here, each refused by its own field', async () => {
    const of = await things(), gone = randomUUID(), other = await aRoom()
    const said = async (more: object) => (await refusal(recordSwatch(room.context, { ...room.swatchOf(of), ...more }))).said
    expect(await said({ fabricId: gone })).toMatch(/fabricId: Fabric: it is not kept/)
    expect(await said({ supplyId: gone })).toMatch(/supplyId: Interfacing/)
    expect(await said({ ironId: gone })).toMatch(/ironId: Iron/)
    expect(await said({ pressClothId: gone })).toMatch(/pressClothId: Press cloth/)
    expect(await said({ planId: gone })).toMatch(/planId: Plan/)
    expect(await said({ overSupplyIds: [gone] })).toMatch(/overSupplyIds: Layer/)
    expect((await refusal(recordSwatch(other.context, room.swatchOf(of)))).status).toBe(422)
  })
  it('takes readings and washes, each once by its key, so many and no more; by its id or the key it was sent with', async () => {
    const of = await things(), swatch = await room.swatch(of), first = wash()
    await addWash(room.context, swatch.clientKey, first)
    await addWash(room.context, swatch.id, first)
    expect((await refusal(addWash(room.context, swatch.id, { ...first, grade: 1 }))).status).toBe(409)
    const reading = readingAdded.parse({ clientKey: randomUUID(), kind: 'peel', value: 3 })
    await addReading(room.context, swatch.id, reading)
    const after = await addReading(room.context, swatch.id, reading)
    expect([after.washes.length, after.readings]).toEqual([1, [{ kind: 'peel', value: 3 }]])
    for (let n = 1; n < MOST.readings; n++) await addReading(room.context, swatch.id, { ...reading, clientKey: randomUUID() })
    const over = await refusal(addReading(room.context, swatch.id, { ...reading, clientKey: randomUUID() }))
    expect(over.said).toMatch(/value: Readings: a swatch keeps 20 at the most/)
    expect((await refusal(addWash(room.context, randomUUID(), wash()))).status).toBe(404)
    const other = await aRoom()
    expect([(await refusal(getSwatch(other.context, swatch.id))).status, (await refusal(addWash(other.context, swatch.id, wash()))).status])
      .toEqual([404, 404])
  })
  it('histories list the newest first, a page at a time, the same as each one by itself', async () => {
    const of = await things(), other = await room.supply()
    const days = [12, 10, 11]
    for (const day of days) await room.swatch(of, { pressedAt: `2026-11-${day}T10:00:00.000Z` })
    await room.swatch({ ...of, supply: other }, { pressedAt: '2026-11-20T10:00:00.000Z' })
    const all = await fabricHistory(room.context, of.fabric.id, PAGE)
    const own = await pairingHistory(room.context, of.fabric.id, of.supply.id, PAGE)
    expect(all.rows.map(t => t.pressedAt.slice(8, 10))).toEqual(['20', '12', '11', '10'])
    expect([own.rows.map(t => t.pressedAt.slice(8, 10)), own.total]).toEqual([['12', '11', '10'], 3])
    const second = await fabricHistory(room.context, of.fabric.id, { ...PAGE, page: 2, size: 3 })
    expect([second.rows.map(t => t.pressedAt.slice(8, 10)), second.total]).toEqual([['10'], 4])
    expect(own.rows[0]).toEqual(await getSwatch(room.context, own.rows[0]!.id))
    expect((await refusal(fabricHistory(room.context, randomUUID(), PAGE))).status).toBe(404)
  })
  it('many at once: known ones and those of things that are gone are left out, the rest counted', async () => {
    const of = await things(), known = room.swatchOf(of), fresh = [room.swatchOf(of), room.swatchOf(of)]
    await recordSwatch(room.context, known)
    await recordSwatches(room.context, [known, ...fresh, room.swatchOf(of, { supplyId: randomUUID() })])
    const { rows, total } = await pairingHistory(room.context, of.fabric.id, of.supply.id, PAGE)
    expect([total, new Set(rows.map(t => t.clientKey))]).toEqual([3, new Set([known, ...fresh].map(t => t.clientKey))])
    expect((await getFabric(room.context, of.fabric.id)).swatchCount).toBe(3)
    expect(rows.every(t => t.events.length === 4)).toBe(true)
  })
  it('a fabric that was put away is still named by its swatches, but takes no new ones', async () => {
    const of = await things(), swatch = await room.swatch(of)
    await FabricRow.destroy({ where: { id: of.fabric.id } })
    expect((await getSwatch(room.context, swatch.id)).fabricName).toBe(of.fabric.name)
    expect((await refusal(recordSwatch(room.context, room.swatchOf(of)))).said).toMatch(/fabricId/)
  })
  it('one that cannot be read stops none of its neighbours, and is set aside whole; one that can be stays', async () => {
    const own = await aRoom(), of = { fabric: await own.fabric(), supply: await own.supply(), iron: await own.iron() }
    const [bad, good] = [await own.swatch(of), await own.swatch(of)]
    await SwatchRow.update({ recipe: { method: 'never' } as never }, { where: { id: bad.id } })
    expect((await fabricHistory(own.context, of.fabric.id, PAGE)).rows.map(t => t.id)).toEqual([good.id])
    expect((await refusal(getSwatch(own.context, bad.id))).said).toMatch(/cannot be read/)
    expect(listUnreadable(own.context)).toMatchObject([{ entity: 'swatches', id: bad.id }])
    expect((await refusal(setAside(own.context, 'swatches', good.id))).said).toMatch(/it can be read/)
    expect((await refusal(setAside(own.context, 'swatches', randomUUID()))).status).toBe(404)
    const other = await aRoom()
    expect((await refusal(setAside(other.context, 'swatches', bad.id))).status).toBe(404)
  })
})

describe('a plan of scraps', () => {
  it('is kept for its pairing, the newest first, and is drawn on paper', async () => {
    const of = await things(), { recipe } = room.swatchOf(of)
    const body = () => ({
      fabricId: of.fabric.id, supplyId: of.supply.id, ironId: of.iron.id, pressClothId: null, surface: 'padded' as const,
      scraps: [{ number: 1, recipe, asks: 'Does it hold?' }],
    })
    const first = await createPlan(room.context, body()), second = await createPlan(room.context, body())
    expect((await plansOf(room.context, of.fabric.id, of.supply.id)).map(p => p.id)).toEqual([second.id, first.id])
    expect(Buffer.from((await planStrip(room.context, second.id)).subarray(0, 5)).toString()).toBe('%PDF-')
    const other = await aRoom()
    expect((await refusal(planStrip(other.context, second.id))).status).toBe(404)
    expect((await refusal(createPlan(other.context, body()))).status).toBe(422)
  })
  it('a proof is a card in words or on paper, of this workroom\'s swatches alone', async () => {
    const of = await things(), swatch = await room.swatch(of), other = await aRoom()
    const card = await proofCard(room.context, swatch.id, 'text')
    expect(JSON.stringify(card)).toContain(of.fabric.name)
    expect((await refusal(proofCard(other.context, swatch.id, 'text'))).status).toBe(404)
  })
})
