import { decodePDFRawStream, PDFArray, PDFDocument, PDFRawStream, type PDFPage } from 'pdf-lib'

const MM = 25.4 / 72
interface Line { fromX: number, fromY: number, toX: number, toY: number, longMm: number }

/** Every straight line that a page draws, in mm, as its content says: moved and drawn to, under what moved the page about. */
function linesOf(page: PDFPage): Line[] {
  const contents = page.node.Contents()
  const { context } = page.doc
  const streams = contents instanceof PDFArray ? contents.asArray().map(ref => context.lookup(ref)) : [contents]
  const decoded = streams.map(s => (s instanceof PDFRawStream ? Buffer.from(decodePDFRawStream(s).decode()).toString('latin1') : ''))
  const text = decoded.join('\n')
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
