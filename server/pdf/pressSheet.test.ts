import { PDFDocument } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import { sheetEntries } from '#shared/pressSheet'
import { sessionOperationSchema, type SessionOperation } from '#shared/schemas'
import { entryFigures, entryLines, entryTitle } from '#shared/words'
import { sheetsOf } from '../../e2e/paper'
import { pressSheetPdf, type PressSheet } from './pressSheet'
import { idOf as id } from '#shared/kept.fixture'

const recipe = {
  format: 2, method: 'mist', setting: { label: 'wool', meanC: 154, swingC: 12, origin: 'measured' }, firstSide: 'back', passes: 1,
  warmS: 5, holdS: 14,
  secondS: null, lean: 'lean', pressureKPa: 3, pressClothWaterGsm: 0, mistGsm: 35, steamGM2S: 0, steamS: 0, coolS: 15, tableS: 40,
}
const operation = (n: number, more: object = {}): SessionOperation => sessionOperationSchema.parse({
  id: `${id(1)}.${n}.interfacing`, kind: 'fuse', name: `Collar ${n + 1}`, pieceId: id(1), numbers: [n], fabricId: id(2), supplyId: id(3),
  ironId: id(4), pressClothId: id(5), surface: 'padded', recipe, standing: 'proved',
  placements: [{ x: 60, y: 40, headingDeg: 90 }, { x: 220, y: 40, headingDeg: 90 }],
  outline: { rim: [[0, 0], [280, 0], [280, 80], [0, 80]], holes: [] }, ...more,
})
const sheet = (operations: SessionOperation[]): PressSheet => ({
  title: 'Twelve shirts', workroom: 'Tidewell', operations,
  names: { fabrics: { [id(2)]: 'Poplin' }, supplies: { [id(3)]: 'Lawn' }, pressCloths: { [id(5)]: 'Muslin' } },
  irons: { [id(4)]: { name: 'Harbour iron', sole: { longMm: 220, wideMm: 115, pointed: true } } },
})
const NAMES = { fabric: 'Poplin', supply: 'Lawn', iron: 'Harbour iron', pressCloth: 'Muslin' }

describe('a press sheet', () => {
  it('alike ones stand once, where the first of them stands; of the other iron, or of other seconds, they stand apart', () => {
    const all = [operation(0), operation(0, { id: 'cuff', name: 'Cuff', pieceId: id(9) }), operation(1), operation(2, { ironId: id(8) }),
      operation(3, { recipe: { ...recipe, holdS: 20 } })]
    expect(sheetEntries(all).map(entryTitle)).toEqual(['Fuse: Collar, 2 times', 'Fuse: Cuff', 'Fuse: Collar', 'Fuse: Collar'])
    expect(sheetEntries([operation(0, { numbers: [0, 1], name: '2 × Collar' })])[0]!.name).toBe('2 × Collar')
  })
  it('says setting, moisture, press cloth, side, seconds, positions, cooling and how far it is to be trusted', () => {
    const lines = entryLines(sheetEntries([operation(0)])[0]!, NAMES).map(l => l.replaceAll('\u00A0', ' '))
    expect(lines).toEqual([
      'Lawn on Poplin', 'Wool 154 °C, mist, muslin, interfacing side up; Harbour iron.',
      'Warm the fabric by itself for 5 s. Spray it lightly, then cover it.',
      'Press firmly for 14 s at each of 2 positions.',
      'Leave the clapper on for 15 s, then carry it flat to a cool table for 40 s.', 'Proved; the setting: measured.',
    ])
    expect(entryFigures(sheetEntries([operation(0)])[0]!)).toBe('14 s, 154 °C')
    const turned = entryLines({ operation: operation(0, { recipe: { ...recipe, method: 'dryMist', passes: 2, secondS: 9 } }), count: 1,
      name: 'Collar' }, NAMES).join(' ')
    expect(turned).toMatch(/Turn it over, spray it lightly, cover it: 9.s at each of 2 positions\./)
    const byHand = operation(0, { kind: 'peel', recipe: null, standing: 'hands', placements: [], outline: null })
    expect(entryLines({ operation: byHand, count: 1, name: 'Mat' }, { ...NAMES, supply: null })).toEqual(['Poplin',
      'Peel the paper off, slowly'])
  })
  it('its outline and every position are drawn within the picture; nothing leaves the paper', async () => {
    const [page] = await sheetsOf(await pressSheetPdf(sheet([operation(0)])))
    const within = page!.lines.filter(l => l.longMm > 0.05 && l.fromY > 234)
    // Four edges of the piece, and two soles of many.
    expect(within.length).toBeGreaterThan(20)
    for (const l of within) for (const x of [l.fromX, l.toX]) {
      expect(x).toBeGreaterThanOrEqual(13.9)
      expect(x).toBeLessThanOrEqual(60.1)
    }
  })
  it('many go on several sheets, and none is cut off by the end of one', async () => {
    const all = Array.from({ length: 14 }, (_, i) => operation(0, { id: `op${i}`, name: `Piece no ${i}x`, pieceId: id(100 + i) }))
    const doc = await PDFDocument.load(await pressSheetPdf(sheet(all)))
    expect(doc.getPageCount()).toBe(3)
  })
})
