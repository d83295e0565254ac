import { createHash } from 'node:crypto'
import { decodePDFRawStream, PDFArray, PDFDocument, PDFRawStream, type PDFPage } from 'pdf-lib'

const MM = 25.4 / 72
interface Line { fromX: number, fromY: number, toX: number, toY: number, longMm: number }

/** What a page draws, as its content says. */
function contentOf(page: PDFPage): string {
  const contents = page.node.Contents()
  const { context } = page.doc
  const streams = contents instanceof PDFArray ? contents.asArray().map(ref => context.lookup(ref)) : [contents]
  return streams.map(s => (s instanceof PDFRawStream ? Buffer.from(decodePDFRawStream(s).decode()).toString('latin1') : '')).join('\n')
}
/**
 * A mark of all that a document draws, to a tenth of a point. One that has changed looks otherwise: look at the paper, then set the new
 * mark.
 */
export async function lookOf(bytes: Uint8Array): Promise<string> {
  const pages = (await PDFDocument.load(bytes)).getPages().map(page => contentOf(page)
    // A typeface is called otherwise each time.
    .replace(/\/[A-Za-z]+(?:-[A-Za-z]+)*-\d+/g, '/face').replace(/-?\d*\.\d+/g, n => String(Math.round(Number(n) * 10) / 10)))
  return createHash('sha256').update(pages.join('\f')).digest('hex').slice(0, 12)
}

/** Every straight line that a page draws, in mm: moved and drawn to, under what moved the page about. */
function linesOf(page: PDFPage): Line[] {
  const text = contentOf(page)
  const lines: Line[] = []
  let numbers: number[] = [], at = [0, 0], from = [0, 0], moved = [0, 0]
  const stack: number[][] = []
  for (const word of text.split(/\s+/)) {
    if (/^-?\d*\.?\d+$/.test(word)) { numbers.push(Number(word)); continue }
    const to = (n: number[]) => [n[0]! + moved[0]!, n[1]! + moved[1]!]
    const draw = (next: number[]) => {
      const longMm = Math.hypot(next[0]! - at[0]!, next[1]! - at[1]!) * MM
      lines.push({ fromX: at[0]! * MM, fromY: at[1]! * MM, toX: next[0]! * MM, toY: next[1]! * MM, longMm })
      at = next
    }
    if (word === 'q') stack.push([...moved])
    else if (word === 'Q') moved = stack.pop() ?? [0, 0]
    else if (word === 'cm') moved = [moved[0]! + numbers[4]!, moved[1]! + numbers[5]!]
    else if (word === 'm') at = from = to(numbers)
    else if (word === 'l') draw(to(numbers))
    else if (word === 'h') draw(from)
    numbers = []
  }
  return lines
}

/** The pages of a document: how large, and the lines on them. */
export async function sheetsOf(bytes: Uint8Array): Promise<{ wideMm: number, highMm: number, lines: Line[] }[]> {
  const doc = await PDFDocument.load(bytes)
  return doc.getPages().map(page => ({ wideMm: page.getWidth() * MM, highMm: page.getHeight() * MM, lines: linesOf(page) }))
}
