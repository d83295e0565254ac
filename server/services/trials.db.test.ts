import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { MOST, readingAdded, washBody } from '#shared/schemas'
import { ClothRow, TrialRow } from '../db/models'
import { aRoom, refusal, type Room } from '../testing/room'
import { getCloth } from './cloths'
import { createPlan, planStrip, plansOf } from './plans'
import { proofCard } from './proofs'
import { getSupply } from './shelf'
import { addReading, addWash, clothHistory, getTrial, pairingHistory, recordSwatches, recordTrial } from './trials'
import { listUnreadable, setAside } from './set-aside'

let room: Room
beforeAll(async () => { room = await aRoom() })
const things = async () => ({ cloth: await room.cloth(), supply: await room.supply(), iron: await room.iron() })
const wash = (more: object = {}) => washBody.parse({
  clientKey: randomUUID(), washC: 40, tumble: 'no', grade: 4, marks: [], note: '', washedAt: '2026-11-22T10:00:00.000Z', ...more,
})
const PAGE = { q: '', page: 1, size: 10 }

describe('a swatch', () => {
  it('sent twice is kept once and counts once; another one under its key is refused', async () => {
    const of = await things(), body = room.trialOf(of, { readings: [{ kind: 'overhang', value: 60 }] })
    const first = await recordTrial(room.context, body), again = await recordTrial(room.context, body)
    expect([first.isNew, again.isNew, again.trial.id]).toEqual([true, false, first.trial.id])
    expect(first.trial.events.map(e => e.kind)).toEqual(['down', 'lift', 'cool', 'done'])
    expect(first.trial.readings).toEqual([{ kind: 'overhang', value: 60 }])
    expect((await refusal(recordTrial(room.context, { ...body, grade: 1 }))).status).toBe(409)
    expect([(await getCloth(room.context, of.cloth.id)).trials, (await getSupply(room.context, of.supply.id)).used]).toEqual([1, 1])
    // Using a thing is no change of its form.
    expect((await getCloth(room.context, of.cloth.id)).version).toBe(of.cloth.version)
  })
  it('ten times at once it is kept once', async () => {
    const of = await things(), body = room.trialOf(of)
    const all = await Promise.all(Array.from({ length: 10 }, () => recordTrial(room.context, body)))
    expect(all.filter(a => a.isNew)).toHaveLength(1)
    expect((await pairingHistory(room.context, of.cloth.id, of.supply.id, PAGE)).total).toBe(1)
    expect((await getCloth(room.context, of.cloth.id)).trials).toBe(1)
  })
  it('points at things that are kept here, each refused by its own field', async () => {
    const of = await things(), gone = randomUUID(), other = await aRoom()
    const said = async (more: object) => (await refusal(recordTrial(room.context, { ...room.trialOf(of), ...more }))).said
    expect(await said({ clothId: gone })).toMatch(/clothId: Fabric: it is not kept/)
    expect(await said({ supplyId: gone })).toMatch(/supplyId: Interfacing/)
    expect(await said({ ironId: gone })).toMatch(/ironId: Iron/)
    expect(await said({ coverId: gone })).toMatch(/coverId: Press cloth/)
    expect(await said({ planId: gone })).toMatch(/planId: Plan/)
    expect(await said({ overSupplyIds: [gone] })).toMatch(/overSupplyIds: Layer/)
    expect((await refusal(recordTrial(other.context, room.trialOf(of)))).status).toBe(422)
  })
  it('takes readings and washes, each once by its key, so many and no more; by its id or the key it was sent with', async () => {
    const of = await things(), trial = await room.swatch(of), first = wash()
    await addWash(room.context, trial.clientKey, first)
    await addWash(room.context, trial.id, first)
    expect((await refusal(addWash(room.context, trial.id, { ...first, grade: 1 }))).status).toBe(409)
    const reading = readingAdded.parse({ clientKey: randomUUID(), kind: 'peel', value: 3 })
    await addReading(room.context, trial.id, reading)
    const after = await addReading(room.context, trial.id, reading)
    expect([after.washes.length, after.readings]).toEqual([1, [{ kind: 'peel', value: 3 }]])
    for (let n = 1; n < MOST.readings; n++) await addReading(room.context, trial.id, { ...reading, clientKey: randomUUID() })
    const over = await refusal(addReading(room.context, trial.id, { ...reading, clientKey: randomUUID() }))
    expect(over.said).toMatch(/value: Readings: a swatch keeps 20 at the most/)
    expect((await refusal(addWash(room.context, randomUUID(), wash()))).status).toBe(404)
    const other = await aRoom()
    expect([(await refusal(getTrial(other.context, trial.id))).status, (await refusal(addWash(other.context, trial.id, wash()))).status])
      .toEqual([404, 404])
  })
  it('histories list the newest first, a page at a time, the same as each one by itself', async () => {
    const of = await things(), other = await room.supply()
    const days = [12, 10, 11]
    for (const day of days) await room.swatch(of, { pressedAt: `2026-11-${day}T10:00:00.000Z` })
    await room.swatch({ ...of, supply: other }, { pressedAt: '2026-11-20T10:00:00.000Z' })
    const all = await clothHistory(room.context, of.cloth.id, PAGE)
    const own = await pairingHistory(room.context, of.cloth.id, of.supply.id, PAGE)
    expect(all.rows.map(t => t.pressedAt.slice(8, 10))).toEqual(['20', '12', '11', '10'])
    expect([own.rows.map(t => t.pressedAt.slice(8, 10)), own.total]).toEqual([['12', '11', '10'], 3])
    const second = await clothHistory(room.context, of.cloth.id, { ...PAGE, page: 2, size: 3 })
    expect([second.rows.map(t => t.pressedAt.slice(8, 10)), second.total]).toEqual([['10'], 4])
    expect(own.rows[0]).toEqual(await getTrial(room.context, own.rows[0]!.id))
    expect((await refusal(clothHistory(room.context, randomUUID(), PAGE))).status).toBe(404)
  })
  it('many at once: known ones and those of things that are gone are left out, the rest counted', async () => {
    const of = await things(), known = room.trialOf(of), fresh = [room.trialOf(of), room.trialOf(of)]
    await recordTrial(room.context, known)
    await recordSwatches(room.context, [known, ...fresh, room.trialOf(of, { supplyId: randomUUID() })])
    const { rows, total } = await pairingHistory(room.context, of.cloth.id, of.supply.id, PAGE)
    expect([total, new Set(rows.map(t => t.clientKey))]).toEqual([3, new Set([known, ...fresh].map(t => t.clientKey))])
    expect((await getCloth(room.context, of.cloth.id)).trials).toBe(3)
    expect(rows.every(t => t.events.length === 4)).toBe(true)
  })
  it('a fabric that was put away is still named by its swatches, but takes no new ones', async () => {
    const of = await things(), trial = await room.swatch(of)
    await ClothRow.destroy({ where: { id: of.cloth.id } })
    expect((await getTrial(room.context, trial.id)).clothName).toBe(of.cloth.name)
    expect((await refusal(recordTrial(room.context, room.trialOf(of)))).said).toMatch(/clothId/)
  })
  it('one that cannot be read stops none of its neighbours, and is set aside whole; one that can be stays', async () => {
    const own = await aRoom(), of = { cloth: await own.cloth(), supply: await own.supply(), iron: await own.iron() }
    const [bad, good] = [await own.swatch(of), await own.swatch(of)]
    await TrialRow.update({ recipe: { method: 'never' } as never }, { where: { id: bad.id } })
    expect((await clothHistory(own.context, of.cloth.id, PAGE)).rows.map(t => t.id)).toEqual([good.id])
    expect((await refusal(getTrial(own.context, bad.id))).said).toMatch(/cannot be read/)
    expect(listUnreadable(own.context)).toMatchObject([{ entity: 'trials', id: bad.id }])
    expect((await refusal(setAside(own.context, 'trials', good.id))).said).toMatch(/it can be read/)
    expect((await refusal(setAside(own.context, 'trials', randomUUID()))).status).toBe(404)
    const other = await aRoom()
    expect((await refusal(setAside(other.context, 'trials', bad.id))).status).toBe(404)
  })
})

describe('a plan of scraps', () => {
  it('is kept for its pairing, the newest first, and is drawn on paper', async () => {
    const of = await things(), { recipe } = room.trialOf(of)
    const body = () => ({
      clothId: of.cloth.id, supplyId: of.supply.id, ironId: of.iron.id, coverId: null, bed: 'padded' as const,
      scraps: [{ number: 1, recipe, asks: 'Does it hold?' }],
    })
    const first = await createPlan(room.context, body()), second = await createPlan(room.context, body())
    expect((await plansOf(room.context, of.cloth.id, of.supply.id)).map(p => p.id)).toEqual([second.id, first.id])
    expect(Buffer.from((await planStrip(room.context, second.id)).subarray(0, 5)).toString()).toBe('%PDF-')
    const other = await aRoom()
    expect((await refusal(planStrip(other.context, second.id))).status).toBe(404)
    expect((await refusal(createPlan(other.context, body()))).status).toBe(422)
  })
  it('a proof is a card in words or on paper, of this workroom\'s swatches alone', async () => {
    const of = await things(), trial = await room.swatch(of), other = await aRoom()
    const card = await proofCard(room.context, trial.id, 'text')
    expect(JSON.stringify(card)).toContain(of.cloth.name)
    expect((await refusal(proofCard(other.context, trial.id, 'text'))).status).toBe(404)
  })
})
