import { PDFDocument } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import type { Plan, Trial } from '#shared/schemas'
import { planPdf, proofPdf, proofText } from './print'

const ID = '00000000-0000-4000-8000-000000000000'
const recipe = { format: 1 as const, method: 'mist' as const, stop: { label: 'cotton · linen', meanC: 192, swingC: 15, origin: 'measured' as const }, firstSide: 'back' as const, passes: 1 as const, holdS: 38, lean: 'weight' as const, pressureKPa: 0.8, coverWaterGsm: 0, mistGsm: 35, steamGM2S: 0, steamS: 0, coolS: 20 }
const trial: Trial = {
  id: ID, clientKey: ID, clothId: ID, supplyId: ID, ironId: ID, coverId: null, bed: 'padded', recipe, predicted: { bond: 1.2, harm: 0.4, peakC: 130, windowC: [118, 140], worst: null }, events: [], grade: 4, marks: [], markWhere: {}, note: '',
  clothLot: 'L-7', supplyLot: 'CL-204', overSupplyIds: [], planId: null, scrap: null, readings: [{ kind: 'peel', value: 17.5 }], pressedAt: '2026-10-17T09:00:00.000Z',
  washes: [{ id: ID, clientKey: ID, washC: 40, tumble: 'no', grade: 4, marks: [], note: '', washedAt: '2026-10-24T09:00:00.000Z' }], photos: [],
  clothName: 'Steward poplin, white', supplyName: 'Collar lawn', ironName: 'Harbour iron', coverName: 'Washed muslin',
}
const plan = (scraps: number): Plan => ({
  id: ID, createdAt: '2026-10-17T09:00:00.000Z', clothId: ID, supplyId: ID, ironId: ID, coverId: null, bed: 'padded',
  scraps: Array.from({ length: scraps }, (_, i) => ({ number: i + 1, recipe: { ...recipe, holdS: 20 + i }, asks: 'The edge: 50 % to bond.' })),
})
const NAMES = { cloth: 'Poplin', supply: 'Lawn', iron: 'Harbour iron', cover: null }
const mm = (points: number) => points / 72 * 25.4

describe('on paper', () => {
  it('a plan is A4 at true size, eight scraps to a page', async () => {
    const one = await PDFDocument.load(await planPdf(plan(6), NAMES)), two = await PDFDocument.load(await planPdf(plan(9), NAMES))
    expect(one.getPageCount()).toBe(1)
    expect(two.getPageCount()).toBe(2)
    expect(mm(one.getPage(0).getWidth())).toBeCloseTo(210, 1)
    expect(mm(one.getPage(0).getHeight())).toBeCloseTo(297, 1)
  })
  it('letters that the built-in fonts do not know do not stop it', async () => {
    await expect(planPdf({ ...plan(1), bed: 'padded' }, { ...NAMES, cloth: 'Ткань 布 − ≥ “quoted”' })).resolves.toBeInstanceOf(Uint8Array)
  })
  it('a proof card is one page, however long its history', async () => {
    const long = { ...trial, washes: Array.from({ length: 12 }, () => trial.washes[0]!) }
    expect((await PDFDocument.load(await proofPdf(long, true))).getPageCount()).toBe(1)
  })
})

describe('as text', () => {
  it('says what is proved, of which lots, and where each figure comes from', () => {
    const text = proofText(trial, true)
    expect(text).toMatch(/^PROVED\n/)
    for (const part of ['38 s', 'lot L-7', 'lot CL-204', '192 °C, measured', 'Wash 1: 40 °C', '17.5 N per 50 mm (measured)', '2026-10-17', 'an estimate again']) expect(text).toContain(part)
  })
  it('does not claim what was not proved', () => expect(proofText({ ...trial, grade: 1, marks: ['dotsVisible'] }, false)).toMatch(/^PRESSED, NOT PROVED\n[\s\S]*dots still crisp/))
})
