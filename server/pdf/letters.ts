import { readFile } from 'node:fs/promises'
import fontkit from '@pdf-lib/fontkit'
import type { PDFDocument, PDFFont, PDFPage, RGB } from 'pdf-lib'
import { fontPath } from './fonts'

/** The typeface of all paper, in the scripts it comes in; the first that knows a letter writes it. */
const SCRIPTS = ['latin', 'latin-ext', 'greek', 'greek-ext', 'cyrillic', 'cyrillic-ext', 'vietnamese'] as const
type Script = typeof SCRIPTS[number]
/** Drawn where no script knows a letter. */
const UNKNOWN = '\u00A4'

const bytesOf = (script: Script, weight: 400 | 700) => readFile(fontPath('noto-sans', `noto-sans-${script}-${weight}-normal.woff`))

let known: Promise<Map<number, Script>> | null = null
/** Which script writes which letter. */
const letters = (): Promise<Map<number, Script>> => (known ??= (async () => {
  const of = new Map<number, Script>()
  for (const script of SCRIPTS)
    for (const code of fontkit.create(await bytesOf(script, 400)).characterSet) if (!of.has(code)) of.set(code, script)
  return of
})())

/** The typeface within a drawing: a script of it for every one that its text needs. */
export async function facesWithin(text: string): Promise<{ family: string, woff: string }[]> {
  const of = await letters()
  const needed = new Set<Script>(['latin'])
  for (const letter of onOneLine(text)) needed.add(of.get(letter.codePointAt(0)!) ?? 'latin')
  return Promise.all([...needed].map(async script => ({ family: `rc-${script}`, woff: (await bytesOf(script, 400)).toString('base64') })))
}

/** Text on paper has no line breaks of its own. */
const onOneLine = (text: string): string => text.normalize('NFC').replace(/\s+/g, ' ')

/** A weight of the typeface, in every script that a document needs. */
export class Face {
  constructor(private readonly of: ReadonlyMap<number, Script>, private readonly fonts: ReadonlyMap<Script, PDFFont>) {}

  /** The text in pieces, each with the font that writes it. */
  private runs(text: string): { text: string, font: PDFFont }[] {
    const all: { text: string, font: PDFFont }[] = []
    for (const letter of onOneLine(text)) {
      const font = this.fonts.get(this.of.get(letter.codePointAt(0)!) ?? 'latin')!
      const shown = this.of.has(letter.codePointAt(0)!) ? letter : UNKNOWN
      const last = all.at(-1)
      if (last && last.font === font) last.text += shown
      else all.push({ text: shown, font })
    }
    return all
  }

  /** Width in points. */
  widthOf = (text: string, size: number): number => this.runs(text).reduce((sum, r) => sum + r.font.widthOfTextAtSize(r.text, size), 0)

  draw(page: PDFPage, text: string, at: { x: number, y: number, size: number, color: RGB }): void {
    let { x } = at
    for (const run of this.runs(text)) {
      page.drawText(run.text, { ...at, x, font: run.font })
      x += run.font.widthOfTextAtSize(run.text, at.size)
    }
  }
}

/** A typeface and its bold. */
export interface Faces { regular: Face, bold: Face }
/**
 * Both weights of the typeface, embedded in a document as far as its text needs them.
 * @param text everything that will be written
 */
export async function facesFor(doc: PDFDocument, text: string): Promise<Faces> {
  doc.registerFontkit(fontkit)
  const of = await letters()
  const needed = new Set<Script>(['latin'])
  for (const letter of onOneLine(text)) needed.add(of.get(letter.codePointAt(0)!) ?? 'latin')
  const face = async (weight: 400 | 700) => {
    const fonts = new Map<Script, PDFFont>()
    for (const script of needed) fonts.set(script, await doc.embedFont(await bytesOf(script, weight), { subset: true }))
    return new Face(of, fonts)
  }
  return { regular: await face(400), bold: await face(700) }
}
