import type { Font } from 'opentype.js'
import { describe, expect, it } from 'vitest'
import { areaMm2, boundsOf, type Outline } from '#core/geometry'
import { typesetterOf } from './typeface'

type Ring = readonly (readonly [x: number, y: number])[]
interface Letter { advance: number, rings: readonly Ring[] }
const BAR: Ring = [[0, 0], [0, 700], [100, 700], [100, 0]]
/** A font of plain letters on an em of 1000; paths run downward and clockwise, as a font's do. */
function fontOf(letters: Record<string, Letter>, { cap = 700 as number | undefined, kern = 0 } = {}) {
  const drawn: string[] = []
  const glyphOf = (letter: string) => ({
    advanceWidth: letters[letter]?.advance ?? 0,
    getPath: (_x: number, _y: number, size: number) => {
      drawn.push(letter)
      const mm = size / 1000
      return {
        commands: (letters[letter]?.rings ?? []).flatMap(ring => [
          ...ring.map(([x, y], i) => ({ type: i === 0 ? 'M' : 'L', x: x * mm, y: -y * mm })), { type: 'Z' },
        ]),
      }
    },
  })
  const font = {
    unitsPerEm: 1000, tables: { os2: { sCapHeight: cap } }, getKerningValue: () => kern, charToGlyph: glyphOf,
    charToGlyphIndex: (letter: string) => Object.keys(letters).indexOf(letter) + 1,
  }
  return { font: font as unknown as Font, drawn }
}
const latin = {
  'I': { advance: 300, rings: [BAR] }, 'A': { advance: 500, rings: [[[0, 0], [250, 700], [500, 0]]] }, ' ': { advance: 250, rings: [] },
} as const
const spans = (letters: readonly Outline[][]) => letters.map(all => all.map(o => [boundsOf(o).left, boundsOf(o).right].map(Math.round)))

describe('text set in letters', () => {
  it('capitals are as high as asked, each letter after the other, three corners as good as four', () => {
    const { letters, wideMm, missing } = typesetterOf([fontOf(latin).font])('IA', 14)
    expect(spans(letters)).toEqual([[[0, 2]], [[6, 16]]])
    expect(letters.map(all => all.map(o => [boundsOf(o).bottom, boundsOf(o).highMm, areaMm2(o)].map(Math.round)))).toEqual(
      [[[0, 14, 28]], [[0, 14, 70]]])
    expect([wideMm, missing]).toEqual([16, []])
  })
  it('two that stand closer stand closer; what is empty takes its room and has no outline', () => {
    const { letters, wideMm } = typesetterOf([fontOf(latin, { kern: -50 }).font])('I I', 14)
    expect(spans(letters)).toEqual([[[0, 2]], [[9, 11]]])
    expect(wideMm).toBeCloseTo(6 + 5 + 6 - 2, 9)
  })
  it('the first script that knows a letter writes it; what none knows is named', () => {
    const cyrillic = fontOf({ Ж: { advance: 800, rings: [BAR] } }).font
    const { letters, wideMm, missing } = typesetterOf([fontOf(latin, { kern: -50 }).font, cyrillic])('IЖ☂I', 7)
    expect(spans(letters)).toEqual([[[0, 1]], [[3, 4]], [[11, 12]]])
    expect([wideMm, missing]).toEqual([14, ['☂']])
  })
  it('a letter whose parts are written apart is one letter', () => {
    const { letters, missing } = typesetterOf([fontOf({ Å: { advance: 500, rings: [BAR] } }).font])('A\u030A', 7)
    expect([letters.length, missing]).toEqual([1, []])
  })
  it('a font that does not say how high its capitals are has usual ones', () => {
    const { letters } = typesetterOf([fontOf(latin, { cap: undefined }).font])('I', 14)
    expect(boundsOf(letters[0]![0]!).highMm).toBeCloseTo(14, 9)
  })
  it('a letter is worked out once for a size', () => {
    const { font, drawn } = fontOf(latin), set = typesetterOf([font])
    set('III', 14)
    set('I', 14)
    set('I', 7)
    expect(drawn).toEqual(['I', 'I'])
  })
  it('a hole is a hole, and a line that goes back on itself is nothing', () => {
    const hole: Ring = [[20, 100], [80, 100], [80, 600], [20, 600]]
    const { font } = fontOf({ O: { advance: 300, rings: [BAR, hole, [[0, 0], [50, 0]]] } })
    const o = typesetterOf([font])('O', 7).letters[0]![0]!
    expect([o.holes.length, areaMm2(o)]).toEqual([1, expect.closeTo(7 - 0.6 * 5, 6)])
  })
})
