import { PDFDocument } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import type { Plan, Swatch } from '#shared/schemas'
import { lookOf } from '../../e2e/paper'
import { windowTone, planPdf, proofPdf, proofText, windowPdf } from './swatchPaper'

const ID = '00000000-0000-4000-8000-000000000000'
const recipe = {
  format: 2 as const, warmS: 0, secondS: null, method: 'mist' as const,
  setting: { label: 'cotton · linen', meanC: 192, swingC: 15, origin: 'measured' as const }, firstSide: 'back' as const, passes: 1 as const,
  holdS: 38, lean: 'weight' as const, pressureKPa: 0.8, pressClothWaterGsm: 0, mistGsm: 35, steamGM2S: 0, steamS: 0, coolS: 20, tableS: 0,
}
const swatch: Swatch = {
  id: ID, clientKey: ID, fabricId: ID, supplyId: ID, ironId: ID, pressClothId: null, surface: 'padded', recipe,
  predicted: { bond: 1.2, harm: 0.4, peakC: 130, windowC: [118, 140], worst: null }, events: [], doubts: [], grade: 4, marks: [],
  markWhere: {}, note: '', fabricLot: 'L-7', supplyLot: 'CL-204', overSupplyIds: [], planId: null, scrap: null,
  readings: [{ kind: 'peel', value: 17.5 }], pressedAt: '2026-10-17T09:00:00.000Z',
  washes: [{ id: ID, clientKey: ID, washC: 40, tumble: 'no', grade: 4, marks: [], note: '', washedAt: '2026-10-24T09:00:00.000Z' }],
  photos: [], fabricName: 'Steward poplin, white', supplyName: 'Collar lawn', ironName: 'Harbour iron', pressClothName: 'Washed muslin',
}
const plan = (scraps: number): Plan => ({
  id: ID, createdAt: '2026-10-17T09:00:00.000Z', fabricId: ID, supplyId: ID, ironId: ID, pressClothId: null, surface: 'padded',
  scraps: Array.from({ length: scraps }, (_, i) => ({
    number: i + 1, recipe: { ...recipe, holdS: 20 + i }, asks: 'The edge: 50 % to bond.',
  })),
})
const NAMES = { fabric: 'Poplin', supply: 'Lawn', iron: 'Harbour iron', pressCloth: null }
const mm = (points: number) => points / 72 * 25.4

describe('on paper', () => {
  it('a plan is A4 at true size, eight scraps to a page', async () => {
    const one = await PDFDocument.load(await planPdf(plan(6), NAMES)), two = await PDFDocument.load(await planPdf(plan(9), NAMES))
    expect(one.getPageCount()).toBe(1)
    expect(two.getPageCount()).toBe(2)
    expect(mm(one.getPage(0).getWidth())).toBeCloseTo(210, 1)
    expect(mm(one.getPage(0).getHeight())).toBeCloseTo(297, 1)
  })
  it.each([
    ['of other scripts', 'Ткань Ύφασμα Łódź', 3], ['that no script here has', '布 कपड़ा 🧵', 0], ['over two lines', 'a\r\nb\u2028c', 0],
    ['in plain Latin', 'Steward poplin, “white” −', 0],
  ])('letters %s: what is needed is embedded, and nothing stops', async (_, fabric, further) => {
    const pdf = await PDFDocument.load(await planPdf(plan(1), { ...NAMES, fabric }))
    const fonts = pdf.context.enumerateIndirectObjects().filter(([, o]) => o.toString().includes('/FontFile'))
    expect(fonts.length).toBe(2 * (1 + further))
  })
  it('a plan and a proof look as they did', async () => {
    const all = [planPdf(plan(3), NAMES), proofPdf(swatch, true), proofPdf(swatch, false)]
    expect(await Promise.all(all.map(async p => lookOf(await p)))).toEqual(['855f362e8960', '4f14cfe7e44e', 'b7a7301b160f'])
  })
  it('a proof card is one page, however long its history', async () => {
    const long = { ...swatch, washes: Array.from({ length: 12 }, () => swatch.washes[0]!) }
    expect((await PDFDocument.load(await proofPdf(long, true))).getPageCount()).toBe(1)
  })
})

describe('as text', () => {
  it('says what is proved, of which lots, and where each figure comes from', () => {
    const text = proofText(swatch, true)
    expect(text).toMatch(/^PROVED\n/)
    for (const part of [
      '38 s', 'lot L-7', 'lot CL-204', '192 °C, measured', 'Wash 1: 40 °C', '17.5 N per 50 mm (measured)', '17 Oct 2026',
      'an estimate again',
    ])
      expect(text).toContain(part)
  })
  it('is in the units of the workroom', () => {
    const US = { length: 'in', temperature: '°F', arealMass: 'oz/yd²', region: 'US', currency: 'USD' } as const
    const said = proofText(swatch, true, US)
    expect(said).toMatch(/Iron: .*\d+ °F/)
    expect(said).toContain('Oct 17, 2026')
    expect(said).not.toMatch(/\d (mm|°C|g\/m²)\b/)
  })
  it('does not claim what was not proved', () =>
    expect(proofText({ ...swatch, grade: 1, marks: ['dotsVisible'] }, false)).toMatch(/^PRESSED, NOT PROVED\n[\s\S]*dots still crisp/))
})

describe('the safe window on paper', () => {
  it.each<[number, number, ReturnType<typeof windowTone>]>([
    [0.95, 0.05, 'safe'], [0.949, 0.05, 'likely'], [0.95, 0.051, 'likely'], [0.8, 0.2, 'likely'], [0.79, 0.2, 'unbonded'],
    [0.8, 0.21, 'damage'], [0.79, 0.21, 'both'], [0, 0, 'unbonded'], [1, 1, 'damage'],
  ])('bonds %s, damage %s: %s', (bond, damage, ground) => expect(windowTone(bond, damage)).toBe(ground))
  it('is an A4 page', async () => {
    const solesC = [100, 110, 120, 130], holdsS = [5, 10, 15, 20, 25]
    const cells = solesC.length * holdsS.length
    const pdf = await windowPdf({
      recipe, names: { ...NAMES, surface: 'padded' }, solesC, holdsS, bond: Array(cells).fill(0.97), damage: Array(cells).fill(0.01),
      margins: { safe: true, lessS: 3, moreS: 9, coolerC: 12, hotterC: 7 }, samples: 200,
      edge: Array.from({ length: 6 }, (_, i) => ({ words: 'how hot the setting really is: put the probe on the soleplate',
        share: 0.5 / (i + 1) })),
    })
    expect(await lookOf(pdf)).toBe('fd229932c79e')
    const doc = await PDFDocument.load(pdf)
    expect(mm(doc.getPage(0).getWidth())).toBeCloseTo(210, 1)
  })
})
