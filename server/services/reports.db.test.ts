import { randomUUID } from 'node:crypto'
import { beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { holdsOf, samplesFor, solesOf, TYPICAL_KNOWLEDGE, type Knowledge, type WindowMap, type WindowQuestion } from '#core/window'
import type { PlainLesson } from '#shared/mappers'
import { windowReportBody, type Fabric, type Iron, type Supply, type WindowReportBody } from '#shared/schemas'
import { aRoom, refusal, type Room } from '../testing/room'
import { windowReport, windowReportPdf } from './reports'
import { recordSwatch } from './swatches'

/** A window is counted on threads for seconds: here it is a plain one, and what was asked is noted. */
const SOLES_C = solesOf(), HOLDS_S = holdsOf(1)
const each = (of: (soleC: number, holdS: number) => number) => SOLES_C.flatMap(c => HOLDS_S.map(s => of(c, s)))
const threads = vi.hoisted(() => ({ asked: [] as unknown[], lessons: [] as unknown[], late: false }))
vi.mock('./window-pool', () => ({
  taughtOnServer: async (_: unknown, knowledge: Knowledge, lessons: PlainLesson[]) => {
    threads.lessons = lessons
    return lessons.length === 0 ? knowledge : { ...knowledge, taught: lessons.length }
  },
  sensitivityOnServer: async () => ({
    bond: [{ unknown: 'dial', share: 0.6 }, { unknown: 'rate', share: 0.01 }],
    harm: [{ unknown: 'rate', share: 0.02 }, { unknown: 'dial', share: 0.3 }],
  }),
  windowOnServer: async (_: unknown, question: WindowQuestion): Promise<WindowMap | null> => {
    threads.asked.push(question)
    return threads.late
      ? null
      : {
          solesC: SOLES_C, holdsS: HOLDS_S, drawn: SOLES_C.map(() => 200), bond: Float64Array.from(each((c, s) => (c * s >= 1300 ? 1 : 0))),
          damage: Float64Array.from(each(c => (c >= 190 ? 1 : 0))),
        }
  },
}))

let room: Room, fabric: Fabric, supply: Supply, iron: Iron
beforeAll(async () => {
  room = await aRoom();
  [fabric, supply, iron] = [await room.fabric(), await room.supply(), await room.iron()]
})
beforeEach(() => {
  threads.asked = []
  threads.late = false
})
const asked = (more: Partial<WindowReportBody> = {}): WindowReportBody => windowReportBody.parse({
  fabricId: fabric.id, supplyId: supply.id, ironId: iron.id, pressClothId: null, surface: 'padded',
  recipe: room.swatchOf({ fabric, supply, iron }).recipe, ...more,
})

describe('the safe window as a report', () => {
  it('is asked for with what lies here, as often drawn as its passes ask; says where the pin stands and what the edge hangs on',
    async () => {
      const over = await room.supply({ name: 'Second' })
      const report = await windowReport(room.context, asked({ seed: 7, overSupplyIds: [over.id] }))
      const [question] = threads.asked as [WindowQuestion]
      expect(question).toMatchObject({
        seed: 7, samples: samplesFor(1), recipe: { holdS: 12, setting: { meanC: 154 } },
        setup: { pressCloth: null, surface: 'padded', fabric: { massGsm: 120 }, iron: { kind: 'household' } },
      })
      expect(Object.keys(question.knowledge)).toEqual(Object.keys(TYPICAL_KNOWLEDGE))
      expect(report.names).toEqual({ fabric: 'Poplin', supply: 'Lawn', iron: iron.name, pressCloth: null, surface: 'padded' })
      expect([report.samples, report.bond.length, report.damage.length, report.source])
        .toEqual([question.samples, SOLES_C.length * HOLDS_S.length, SOLES_C.length * HOLDS_S.length, 'estimate'])
      // At 154 °C it bonds from about 8.5 s on, and is hurt some 30 °C higher.
      expect([report.pin.lessS > 0, report.pin.hotterC > 20, report.safest !== null, report.sensitivity.bond.length])
        .toEqual([true, true, true, 2])
    })
  it('swatches of this iron teach; those of another do not', async () => {
    const own = await aRoom(), of = { fabric: await own.fabric(), supply: await own.supply(), iron: await own.iron() }
    const other = await own.iron(), ask = () => windowReport(own.context, {
      ...asked(), fabricId: of.fabric.id, supplyId: of.supply.id, ironId: of.iron.id,
    })
    await recordSwatch(own.context, { ...own.swatchOf({ ...of, iron: other }, { grade: 1 }), clientKey: randomUUID() })
    await ask()
    expect(threads.lessons).toEqual([])
    for (let i = 0; i < 3; i++) await recordSwatch(own.context, { ...own.swatchOf(of, { grade: 1 }), clientKey: randomUUID() })
    await ask()
    expect(threads.lessons).toHaveLength(3)
    expect((threads.asked.at(-1) as { knowledge: { taught: number } }).knowledge.taught).toBe(3)
  })
  it('what cannot be counted is refused by its field', async () => {
    expect(await refusal(windowReport(room.context, asked({ pressClothId: randomUUID() }))))
      .toEqual({ status: 422, said: expect.stringMatching(/pressClothId: Press cloth: it is not kept here/) as string })
    const sewIn = await room.supply({ family: 'sewIn', adhesive: null, adhesiveGsm: 0 })
    expect(await refusal(windowReport(room.context, asked({ supplyId: sewIn.id }))))
      .toEqual({ status: 422, said: expect.stringMatching(/supplyId: Interfacing: it has no adhesive/) as string })
    expect(threads.asked).toEqual([])
    threads.late = true
    expect((await refusal(windowReport(room.context, asked()))).said).toMatch(/recipe: Recipe: this map took longer than three minutes/)
    const other = await aRoom()
    expect((await refusal(windowReport(other.context, asked()))).status).toBe(404)
  })
  it('stands on a sheet of paper', async () => {
    const pdf = await windowReportPdf(room.context, asked())
    expect([Buffer.from(pdf.subarray(0, 5)).toString(), pdf.length > 4000]).toEqual(['%PDF-', true])
  })
})
