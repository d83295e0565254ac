/** Letters of a shipped typeface as outlines at true size: the one way, for the screen and for paper. */
import type { Font } from 'opentype.js'
import { cubic, quadratic, shifted, untangled, type Outline, type Point, type Ring } from '#core/geometry'
import type { Typesetter } from '#core/mend'
import type { LetterFace } from './schemas'

/** Scripts that each typeface comes in; the first that knows a letter writes it. */
const LETTER_SCRIPTS = ['latin', 'latin-ext', 'greek', 'cyrillic'] as const
/** Package, weight and scripts of each. */
export const LETTER_FILES: Record<LetterFace, { family: 'noto-sans' | 'bitter', weight: 400 | 700, scripts: readonly string[] }> = {
  sans: { family: 'noto-sans', weight: 400, scripts: LETTER_SCRIPTS },
  bold: { family: 'noto-sans', weight: 700, scripts: LETTER_SCRIPTS },
  serif: { family: 'bitter', weight: 700, scripts: ['latin', 'latin-ext', 'cyrillic'] },
}
export const fontFile = (face: LetterFace, script: string): string => {
  const { family, weight } = LETTER_FILES[face]
  return `${family}-${script}-${weight}-normal.woff`
}

/** A chord may stand off a letter's curve by so much, mm. */
const FLAT_MM = 0.02
/** Height of a capital where a font does not say, of its em. */
const USUAL_CAP = 0.7
/** So many letters are kept at once. */
const MOST_KNOWN = 2000

type Command = { type: string, x?: number, y?: number, x1?: number, y1?: number, x2?: number, y2?: number }
/** Rings of a glyph, y upward, run the other way than a font runs them: rims counter-clockwise. */
function ringsOf(commands: readonly Command[]): Ring[] {
  const rings: Point[][] = []
  let at: Point = { x: 0, y: 0 }
  for (const c of commands) {
    const to = { x: c.x ?? 0, y: -(c.y ?? 0) }, p1 = { x: c.x1 ?? 0, y: -(c.y1 ?? 0) }, p2 = { x: c.x2 ?? 0, y: -(c.y2 ?? 0) }
    if (c.type === 'Z') continue
    if (c.type === 'M') rings.push([to])
    else if (c.type === 'L') rings.at(-1)!.push(to)
    else if (c.type === 'Q') rings.at(-1)!.push(...quadratic(at, p1, to, FLAT_MM))
    else if (c.type === 'C') rings.at(-1)!.push(...cubic(at, p1, p2, to, FLAT_MM))
    at = to
  }
  return rings.filter(r => r.length > 2).map(r => r.toReversed())
}

/** Sets text in these fonts; capitals are as high as asked. @param fonts of one typeface, script by script */
export function typesetterOf(fonts: readonly Font[]): Typesetter {
  // A letter is worked out once for a size; at its place it is only shifted.
  const known = new Map<string, Outline[]>()
  const outlinesOf = (font: Font, letter: string, size: number): Outline[] => {
    const key = `${fonts.indexOf(font)} ${letter} ${size}`
    const found = known.get(key) ?? untangled(ringsOf(font.charToGlyph(letter).getPath(0, 0, size).commands))
    if (known.size > MOST_KNOWN) known.clear()
    known.set(key, found)
    return found
  }
  return (text, sizeMm) => {
    const missing: string[] = [], letters: Outline[][] = []
    let x = 0
    let last: { font: Font, letter: string } | undefined
    for (const letter of text.normalize('NFC')) {
      const font = fonts.find(f => f.charToGlyphIndex(letter) > 0)
      if (!font) {
        missing.push(letter)
        continue
      }
      const cap = Number((font.tables.os2 as { sCapHeight?: number } | undefined)?.sCapHeight) || USUAL_CAP * font.unitsPerEm
      const size = sizeMm * font.unitsPerEm / cap, glyph = font.charToGlyph(letter), perUnit = size / font.unitsPerEm
      if (last?.font === font) x += font.getKerningValue(font.charToGlyph(last.letter), glyph) * perUnit
      const outlines = outlinesOf(font, letter, size)
      if (outlines.length > 0) letters.push(outlines.map(o => shifted(o, x, 0)))
      x += (glyph.advanceWidth ?? 0) * perUnit
      last = { font, letter }
    }
    return { letters, wideMm: x, missing }
  }
}
