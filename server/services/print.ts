import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFPage } from 'pdf-lib'
import { GRADE_WORDS, MARK_NAME, METHOD_NAME, READING_NAME, recipeSentence } from '#shared/words'
import type { Plan, RecipePayload, Trial } from '#shared/schemas'

const POINTS_PER_MM = 72 / 25.4
const A4_MM = { wide: 210, high: 297 }
const INK = rgb(0.15, 0.13, 0.11), FAINT = rgb(0.55, 0.5, 0.42)

/** The built-in fonts know Western European letters only; what they do not know is written plainly. */
const plainText = (s: string): string => [...s.replaceAll('−', '-').replaceAll('≥', 'at least ').replaceAll('→', 'to').replaceAll('’', '\'')].map(c => c.charCodeAt(0) <= 0xFF || '–—‘“”•…'.includes(c) ? c : '?').join('')

interface Sheet { page: PDFPage, text: (s: string, xMm: number, yMm: number, size?: number, font?: PDFFont) => void, line: (x0: number, y0: number, x1: number, y1: number, dashed?: boolean) => void, box: (x: number, y: number, w: number, h: number) => void }

/** A page in millimetres from its upper left corner, at true scale. */
function sheetOf(doc: PDFDocument, regular: PDFFont): Sheet {
  const page = doc.addPage([A4_MM.wide * POINTS_PER_MM, A4_MM.high * POINTS_PER_MM])
  const x = (mm: number) => mm * POINTS_PER_MM, y = (mm: number) => (A4_MM.high - mm) * POINTS_PER_MM
  return {
    page,
    text: (s, xMm, yMm, size = 10, font = regular) => page.drawText(plainText(s), { x: x(xMm), y: y(yMm), size, font, color: INK }),
    line: (x0, y0, x1, y1, dashed = false) => page.drawLine({ start: { x: x(x0), y: y(y0) }, end: { x: x(x1), y: y(y1) }, thickness: 0.6, color: dashed ? FAINT : INK, ...(dashed ? { dashArray: [4, 3] } : {}) }),
    box: (bx, by, w, h) => page.drawRectangle({ x: x(bx), y: y(by + h), width: w * POINTS_PER_MM, height: h * POINTS_PER_MM, borderColor: INK, borderWidth: 0.8 }),
  }
}

function wrap(text: string, font: PDFFont, size: number, wideMm: number): string[] {
  const lines: string[] = []
  let line = ''
  for (const word of plainText(text).split(' ')) {
    const longer = line ? `${line} ${word}` : word
    if (font.widthOfTextAtSize(longer, size) <= wideMm * POINTS_PER_MM || !line) line = longer
    else { lines.push(line); line = word }
  }
  return [...lines, line]
}

async function paper() {
  const doc = await PDFDocument.create()
  return { doc, regular: await doc.embedFont(StandardFonts.Helvetica), bold: await doc.embedFont(StandardFonts.HelveticaBold) }
}

export interface PlanNames { cloth: string, supply: string, iron: string, cover: string | null }

const SCRAP = { wide: 88, high: 60 }, LEFT_MM = 14, TOP_MM = 34, PER_PAGE = 8
const shortly = (r: RecipePayload) => `${METHOD_NAME[r.method]}, ${r.stop.label} ${Math.round(r.stop.meanC)} °C, ${Math.round(r.holdS)} s${r.passes === 2 ? ' each side' : ''}`

/** The strip of scraps at true scale: cut lines, the setting of each, and places to write grade, marks and measures. */
export async function planPdf(plan: Plan, names: PlanNames): Promise<Uint8Array> {
  const { doc, regular, bold } = await paper()
  for (let from = 0; from < plan.scraps.length; from += PER_PAGE) {
    const sheet = sheetOf(doc, regular)
    sheet.text(`Swatch plan: ${names.cloth} with ${names.supply}`, LEFT_MM, 16, 15, bold)
    wrap(`${names.iron}, ${names.cover ?? 'bare sole'}, ${plan.bed} bed. Cut each scrap ${SCRAP.wide} x ${SCRAP.high} mm and mark 50 mm along and across before pressing. Estimates are the model's.`, regular, 8.5, 182).forEach((line, i) => sheet.text(line, LEFT_MM, 23 + i * 4.2, 8.5))
    plan.scraps.slice(from, from + PER_PAGE).forEach((s, i) => {
      const x = LEFT_MM + (i % 2) * (SCRAP.wide + 6), y = TOP_MM + Math.floor(i / 2) * (SCRAP.high + 4)
      sheet.box(x, y, SCRAP.wide, SCRAP.high)
      sheet.text(String(s.number), x + 3, y + 9, 20, bold)
      sheet.text(shortly(s.recipe), x + 14, y + 7, 10, bold)
      sheet.text(s.asks, x + 14, y + 12, 8)
      sheet.line(x + 19, y + 20, x + 69, y + 20, true)
      sheet.text('50 mm', x + 70, y + 21, 7)
      ;['Grade 0 1 2 3 4 5', 'Marks, where', 'Along / across, mm', 'Overhang, mm', 'Peel, N', 'After wash'].forEach((label, k) => {
        const ly = y + 28 + k * 5.6
        sheet.text(label, x + 3, ly, 8)
        sheet.line(x + 34, ly + 0.8, x + SCRAP.wide - 3, ly + 0.8)
      })
    })
    sheet.text('The sole and the steam burn. Start with the coolest scrap.', LEFT_MM, 290, 8)
  }
  return doc.save()
}

const proofLines = (t: Trial): string[] => [
  `Cloth: ${t.clothName}${t.clothLot ? `, lot ${t.clothLot}` : ''}`,
  `Backing: ${t.supplyName}${t.supplyLot ? `, lot ${t.supplyLot}` : ''}`,
  `Iron: ${t.ironName}, ${t.recipe.stop.label} (${Math.round(t.recipe.stop.meanC)} °C, ${t.recipe.stop.origin})`,
  `Cover: ${t.coverName ?? 'bare sole'}; bed: ${t.bed}; ${METHOD_NAME[t.recipe.method].toLowerCase()}`,
  `Judged ${t.grade} of 5: ${GRADE_WORDS[t.grade]}${t.marks.length ? `; ${t.marks.map(m => MARK_NAME[m]).join(', ')}` : '; no marks'} (measured)`,
  ...t.readings.map(r => `${READING_NAME[r.kind][0]}: ${r.value.toFixed(1)} ${READING_NAME[r.kind][1]} (measured)`),
  ...t.washes.map((w, i) => `Wash ${i + 1}: ${w.washC} °C, dryer ${w.tumble}: grade ${w.grade}${w.marks.length ? `, ${w.marks.map(m => MARK_NAME[m]).join(', ')}` : ''}`),
  `Pressed on ${t.pressedAt.slice(0, 10)}. It speaks for these lots, this iron, cover, bed and moisture; a change makes it an estimate again.`,
]

/** A proof as text, for a note or a message. */
export const proofText = (t: Trial, proved: boolean): string =>
  [proved ? 'PROVED' : 'PRESSED, NOT PROVED', recipeSentence(t.recipe, t.coverName), '', ...proofLines(t)].join('\n')

/** The card to pin over the board: large enough to be read from it. */
export async function proofPdf(t: Trial, proved: boolean): Promise<Uint8Array> {
  const { doc, regular, bold } = await paper()
  const sheet = sheetOf(doc, regular)
  sheet.box(LEFT_MM, 16, 182, 150)
  sheet.text(proved ? 'Proved' : 'Pressed, not proved', LEFT_MM + 8, 32, 26, bold)
  let y = 48
  for (const line of wrap(recipeSentence(t.recipe, t.coverName), bold, 19, 166)) { sheet.text(line, LEFT_MM + 8, y, 19, bold); y += 9 }
  y += 6
  for (const entry of proofLines(t)) for (const line of wrap(entry, regular, 11, 166)) { sheet.text(line, LEFT_MM + 8, y, 11); y += 6 }
  return doc.save()
}
