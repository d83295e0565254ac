import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { cornerStepBody, measurementBody, MOST, preshrinkPassBody, stockMovementBody, trimRunBody } from '#shared/schemas'
import { PreshrinkPassRow, SupplyRow } from '../db/models'
import { aRoom, refusal, type Room } from '../testing/room'
import { getFabric } from './fabrics'
import { addCornerStep, addMeasurement, addPreshrinkPass, addTrimRun, fabricRecords, moveStock, supplyRecords } from './records'
import { getSupply } from './shelf'

let room: Room
beforeAll(async () => { room = await aRoom() })
const mass = (a: number, b: number, c: number) => measurementBody.parse({ kind: 'mass', a, b, c })

describe('what is measured of a fabric', () => {
  it('stands on it as the mean of its kind, marked as measured', async () => {
    const { id } = await room.fabric({ massOrigin: 'typical', thicknessOrigin: 'typical' })
    // 10 × 10 cm at 2.5 g, then at 2.6 g.
    await addMeasurement(room.context, id, mass(2.5, 100, 100))
    expect(await getFabric(room.context, id)).toMatchObject({ massGsm: 250, massOrigin: 'measured', thicknessOrigin: 'typical' })
    const { measurements } = await addMeasurement(room.context, id, mass(2.6, 100, 100))
    expect(measurements.map(m => Math.round(m.value))).toEqual([250, 260])
    await addMeasurement(room.context, id, measurementBody.parse({ kind: 'giveAlong', a: 100, b: 104 }))
    expect(await getFabric(room.context, id)).toMatchObject({ massGsm: 255, giveAlongPct: 4 })
    // Hung over an edge at 41.5° it bends over half of what hangs.
    const bent = await addMeasurement(room.context, id, measurementBody.parse({ kind: 'bending', a: 100, b: 41.5 }))
    expect(bent.measurements.at(-1)!.value).toBeCloseTo(50, 0)
    expect((await getFabric(room.context, id)).bendingAlongMm).toBeCloseTo(50, 0)
  })
  it('a figure that no fabric has is refused, and nothing of it is kept', async () => {
    const { id } = await room.fabric()
    expect((await refusal(addMeasurement(room.context, id, mass(900, 20, 20)))).said).toMatch(/^That makes .* which no fabric is|^Mass|a: /)
    expect((await fabricRecords(room.context, id)).measurements).toEqual([])
    expect((await getFabric(room.context, id)).massGsm).toBe(120)
  })
  it('ten readings at once are all counted', async () => {
    const { id } = await room.fabric()
    await Promise.all(Array.from({ length: 10 }, (_, i) => addMeasurement(room.context, id, mass(2 + i / 10, 100, 100))))
    expect(await getFabric(room.context, id)).toMatchObject({ massGsm: 245 })
  })
  it('preshrinking passes and corner steps are kept in order, so many and no more; a corner stands up to the step that hurt it',
    async () => {
      const { id } = await room.fabric({ fibres: [] })
      const step = (soleC: number, seen: string) => addCornerStep(room.context, id, cornerStepBody.parse({ soleC, heldS: 5, seen }))
      await step(110, 'nothing')
      await step(150, 'nothing')
      expect((await getFabric(room.context, id)).cornerC).toBe(150)
      await step(130, 'shine')
      expect((await getFabric(room.context, id)).cornerC).toBe(110)
      expect((await fabricRecords(room.context, id)).corners.map(c => c.soleC)).toEqual([110, 150, 130])

      const pass = preshrinkPassBody.parse({
        kind: 'press', heatC: 110, alongBeforeMm: 500, alongAfterMm: 495, acrossBeforeMm: 500, acrossAfterMm: 500,
      })
      await addPreshrinkPass(room.context, id, pass)
      const { preshrinkPasses } = await fabricRecords(room.context, id)
      expect(preshrinkPasses).toHaveLength(1)
      await PreshrinkPassRow.bulkCreate(Array.from({ length: MOST.preshrinkPasses - 1 }, () => (
        { ...pass, fabricId: id, workroomId: room.context.workroomId })))
      expect((await refusal(addPreshrinkPass(room.context, id, pass))).said).toMatch(/heatC: Preshrinking passes: 500 are kept at the most/)
    })
  it('another workroom has none of it', async () => {
    const { id } = await room.fabric(), other = await aRoom()
    expect((await refusal(fabricRecords(other.context, id))).status).toBe(404)
    expect((await refusal(addMeasurement(other.context, id, mass(2, 100, 100)))).status).toBe(404)
  })
})

describe('the stock of a supply', () => {
  const move = (id: string, metres: number) => moveStock(room.context, id, stockMovementBody.parse({ metres, reason: 'bought' }))
  it('is moved by what is said, to the last metre and no further', async () => {
    const { id } = await room.supply({ stockM: 3 })
    await move(id, 2)
    await move(id, -5)
    expect((await getSupply(room.context, id)).stockM).toBe(0)
    expect((await refusal(move(id, -0.1))).said).toMatch(/metres: Length: only 0 m in stock/)
    expect((await supplyRecords(room.context, id)).movements.map(m => m.metres)).toEqual([-5, 2])
  })
  it('no shelf holds more than so many metres, but what is over it already may be taken down', async () => {
    const { id } = await room.supply({ stockM: 3 })
    await SupplyRow.update({ stockM: MOST.stockM }, { where: { id } })
    expect((await refusal(move(id, 1))).said).toMatch(/a shelf holds 100000 m/)
    await SupplyRow.update({ stockM: MOST.stockM + 50 }, { where: { id } })
    await move(id, -10)
    expect((await getSupply(room.context, id)).stockM).toBe(MOST.stockM + 40)
  })
  it('twenty moves at once lose none', async () => {
    const { id } = await room.supply({ stockM: 3 })
    await Promise.all(Array.from({ length: 20 }, (_, i) => move(id, i % 2 ? -0.1 : 0.3)))
    expect((await getSupply(room.context, id)).stockM).toBeCloseTo(5, 9)
  })
  it('preshrunk lengths of a trim are listed along it; another workroom has none of it', async () => {
    const { id } = await room.supply(), other = await aRoom()
    const run = (fromM: number) => addTrimRun(room.context, id, trimRunBody.parse({ fromM, toM: fromM + 2, heatC: 110 }))
    await run(4)
    await run(1)
    expect((await supplyRecords(room.context, id)).trimRuns.map(r => r.fromM)).toEqual([1, 4])
    expect((await refusal(supplyRecords(other.context, id))).status).toBe(404)
    expect((await refusal(moveStock(other.context, id, { metres: 1, reason: 'bought', note: '' } as never))).status).toBe(404)
    expect((await refusal(moveStock(room.context, randomUUID(), { metres: 1, reason: 'bought', note: '' } as never))).status).toBe(404)
  })
})
