import { PDFDocument, rgb, type PDFPage, type RGB } from 'pdf-lib'
import { facesFor, type Face } from './letters'

export const POINTS_PER_MM = 72 / 25.4
export interface PaperMm { wide: number, high: number }
export const A4_MM: PaperMm = { wide: 210, high: 297 }
const INK = rgb(0.15, 0.13, 0.11), FAINT = rgb(0.55, 0.5, 0.42)

export interface PaperPage {
  page: PDFPage
  /** One line; where it would run off the paper it is set smaller. */
  text: (s: string, xMm: number, yMm: number, size?: number, face?: Face) => void
  line: (x0: number, y0: number, x1: number, y1: number, dashed?: boolean) => void
  box: (x: number, y: number, w: number, h: number) => void
  fill: (x: number, y: number, w: number, h: number, colour: RGB) => void
}

/** Printers leave so much of the edge white; a line is not set smaller than this for it. */
const PRINTED_FROM_MM = 4, LEAST_POINTS = 5
/** How large a line may be set so that it ends within a width: as wished, or smaller. */
export const pointsWithin = (text: string, face: Face, points: number, wideMm: number): number =>
  Math.max(Math.min(points, LEAST_POINTS), Math.min(points, points * wideMm * POINTS_PER_MM / face.widthOf(text, points)))

/** A page in millimetres from its upper left corner, at true scale. */
export function addPage(doc: PDFDocument, regular: Face, size = A4_MM): PaperPage {
  const page = doc.addPage([size.wide * POINTS_PER_MM, size.high * POINTS_PER_MM])
  const x = (mm: number) => mm * POINTS_PER_MM, y = (mm: number) => (size.high - mm) * POINTS_PER_MM
  return {
    page,
    text: (s, xMm, yMm, points = 10, face = regular) =>
      face.draw(page, s, { x: x(xMm), y: y(yMm), size: pointsWithin(s, face, points, size.wide - PRINTED_FROM_MM - xMm), color: INK }),
    line: (x0, y0, x1, y1, dashed = false) =>
      page.drawLine({
        start: { x: x(x0), y: y(y0) }, end: { x: x(x1), y: y(y1) }, thickness: 0.6, color: dashed ? FAINT : INK,
        ...(dashed ? { dashArray: [4, 3] } : {}),
      }),
    fill: (bx, by, w, h, color) =>
      page.drawRectangle({ x: x(bx), y: y(by + h), width: w * POINTS_PER_MM, height: h * POINTS_PER_MM, color }),
    box: (bx, by, w, h) =>
      page.drawRectangle({
        x: x(bx), y: y(by + h), width: w * POINTS_PER_MM, height: h * POINTS_PER_MM, borderColor: INK, borderWidth: 0.8,
      }),
  }
}

/** Text in lines no wider than this. */
export function wrap(text: string, face: Face, size: number, wideMm: number): string[] {
  const lines: string[] = []
  let line = ''
  for (const word of text.split(/\s+/)) {
    const longer = line ? `${line} ${word}` : word
    if (face.widthOf(longer, size) <= wideMm * POINTS_PER_MM || !line) line = longer
    else { lines.push(line); line = word }
  }
  return [...lines, line]
}

/** A document, and its typeface in every script that what goes on it is written in. */
export async function paper(what: unknown) {
  const doc = await PDFDocument.create()
  return { doc, ...await facesFor(doc, JSON.stringify(what)) }
}
