import { describe, expect, it } from 'vitest'
import type { Faces } from './letters'
import { pointsWithin, type PaperPage } from './paper'
import { ONE_LINE_MM, writing } from './template'

/** Every letter is a millimetre wide. */
const face = { widthOf: (text: string) => text.length * 72 / 25.4 }
const faces = { regular: { ...face }, bold: { ...face } } as unknown as Faces
function written(says: string[], wideMm: number, roomMm?: number) {
  const lines: { text: string, y: number, isBold: boolean }[] = []
  const sheet = { text: (text: string, _x: number, y: number, _size: number, of: unknown) => {
    lines.push({ text, y: Math.round(y * 10) / 10, isBold: of === faces.bold })
  } } as unknown as PaperPage
  writing(faces, says, sheet, 10, 20, wideMm, roomMm)
  return lines
}
const SAYS = ['Cuff', 'twice', 'interfacing: Lawn, adhesive side to the fabric']

describe('what a template says of itself', () => {
  it('is written whole, however narrow the piece: the name bold, line below line', () => {
    expect(written(SAYS, 60).map(l => l.text)).toEqual(SAYS)
    const narrow = written(SAYS, 14)
    expect(narrow.map(l => l.text)).toEqual(['Cuff', 'twice', 'interfacing:', 'Lawn, adhesive', 'side to the', 'fabric'])
    expect(narrow.map(l => l.isBold)).toEqual([true, false, false, false, false, false])
    expect(narrow.map(l => l.y)).toEqual(narrow.map((_, i) => Math.round((20 + i * ONE_LINE_MM) * 10) / 10))
  })
  it('what finds no room is left to the cutting list, and seen to be', () => {
    expect(written(SAYS, 14, 3 * ONE_LINE_MM).map(l => l.text)).toEqual(['Cuff', 'twice', 'interfacing: …'])
    expect(written(SAYS, 60, 3 * ONE_LINE_MM).map(l => l.text)).toEqual(SAYS)
    expect(written(SAYS, 60, -5).map(l => l.text)).toEqual(['Cuff …'])
  })
})

describe('a line on paper', () => {
  it('is as large as wished where it finds room, else so much smaller that it does, and can still be read', () => {
    const wideMm = { widthOf: (text: string, points: number) => text.length * points / 12 * 72 / 25.4 } as never
    expect(pointsWithin('Cutting list', wideMm, 12, 12)).toBe(12)
    expect(pointsWithin('Cutting list', wideMm, 12, 9)).toBeCloseTo(9)
    expect(pointsWithin('Cutting list', wideMm, 12, 1)).toBe(5)
    expect(pointsWithin('Cutting list', wideMm, 4, 1)).toBe(4)
  })
})
