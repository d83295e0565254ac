import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { windowReportBody, type Fabric, type Iron, type Supply, type SwatchBody, type WindowReportBody } from '#shared/schemas'
import { aRoom, refusal, type Room } from '../testing/room'
import { windowReport, windowReportPdf } from './reports'
import { recordSwatch } from './swatches'

let room: Room, fabric: Fabric, supply: Supply, iron: Iron
beforeAll(async () => {
  room = await aRoom();
  [fabric, supply, iron] = [await room.fabric(), await room.supply(), await room.iron()]
})
const asked = (more: Partial<WindowReportBody> = {}): WindowReportBody => windowReportBody.parse({
  fabricId: fabric.id, supplyId: supply.id, ironId: iron.id, pressClothId: null, surface: 'padded',
  recipe: room.swatchOf({ fabric, supply, iron }).recipe, ...more,
})

describe('the safe window as a report', () => {
  it('says where the pin stands, how far it is from either edge, and what the edge hangs on; the same seed, the same window', async () => {
    const report = await windowReport(room.context, asked())
    expect(report.names).toEqual({ fabric: fabric.name, supply: supply.name, iron: iron.name, pressCloth: null, surface: 'padded' })
    const cells = report.solesC.length * report.holdsS.length
    expect([report.bond.length, report.damage.length, report.source]).toEqual([cells, cells, 'estimate'])
    for (const share of [...report.bond, ...report.damage]) expect(share >= 0 && share <= 1).toBe(true)
    expect([report.solesC[0]! <= 118, report.solesC.at(-1)! >= 192, report.safest !== null]).toEqual([true, true, true])
    expect(report.sensitivity.bond.length).toBeGreaterThan(3)
    expect(await windowReport(room.context, asked())).toEqual(report)
  })
  it('hotter bonds better, and hurts more', async () => {
    const { solesC, holdsS, bond, damage } = await windowReport(room.context, asked())
    const row = (of: number[], i: number) => of.slice(i * solesC.length, (i + 1) * solesC.length)
    const last = holdsS.length - 1
    expect(row(bond, last).at(-1)! - row(bond, last)[0]!).toBeGreaterThan(0.5)
    expect(row(damage, last).at(-1)!).toBeGreaterThanOrEqual(row(damage, last)[0]!)
  })
  it('what swatches of this iron taught moves it; those of another do not', async () => {
    const own = await aRoom(), of = { fabric: await own.fabric(), supply: await own.supply(), iron: await own.iron() }
    const other = await own.iron(), ask = (more: Partial<WindowReportBody> = {}) => windowReport(own.context, {
      ...asked(), fabricId: of.fabric.id, supplyId: of.supply.id, ironId: of.iron.id, ...more,
    })
    const bondOf = ({ bond }: { bond: number[] }) => bond.reduce((sum, b) => sum + b, 0)
    const before = bondOf(await ask())
    const fails: Partial<SwatchBody> = { grade: 1 }
    for (let i = 0; i < 3; i++) await recordSwatch(own.context, { ...own.swatchOf({ ...of, iron: other }, fails), clientKey: randomUUID() })
    expect(bondOf(await ask())).toBe(before)
    for (let i = 0; i < 3; i++) await recordSwatch(own.context, { ...own.swatchOf(of, fails), clientKey: randomUUID() })
    expect(bondOf(await ask())).toBeLessThan(before * 0.9)
  })
  it('what cannot be counted is refused by its field', async () => {
    expect(await refusal(windowReport(room.context, asked({ pressClothId: randomUUID() }))))
      .toEqual({ status: 422, said: expect.stringMatching(/pressClothId: Press cloth: it is not kept here/) as string })
    const sewIn = await room.supply({ family: 'sewIn', adhesive: null, adhesiveGsm: null })
    expect(await refusal(windowReport(room.context, asked({ supplyId: sewIn.id }))))
      .toEqual({ status: 422, said: expect.stringMatching(/supplyId: Interfacing: it has no adhesive/) as string })
    const other = await aRoom()
    expect((await refusal(windowReport(other.context, asked()))).status).toBe(404)
  })
  it('stands on a sheet of paper', async () => {
    const pdf = await windowReportPdf(room.context, asked())
    expect([Buffer.from(pdf.subarray(0, 5)).toString(), pdf.length > 4000]).toEqual(['%PDF-', true])
  })
})
