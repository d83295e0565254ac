/** Paper of a wide printer: one long page, as long as what lies on it. */
import { METRIC, type DisplayUnits } from '#core/units'
import { squareMm } from '#shared/projector'
import { lengthWords } from '#shared/words'
import type { Face } from './letters'
import { addPage, type PaperMm, type PaperPage } from './paper'
import type { PDFDocument } from 'pdf-lib'
import { MARGIN_MM } from './rings'

/** No page of a PDF is longer than 200 in; what is longer goes on, on the next one. */
export const MOST_LONG_MM = 4900
const HEAD_MM = 16
export const TITLE_PT = 12
/** What is drawn on a long page begins so far from its upper end, mm. */
export const LONG_TOP_MM = MARGIN_MM + HEAD_MM

/** A page for so much, its title at the head and a line to check the printer by. */
export function addLongPage(
  doc: PDFDocument, { regular, bold }: { regular: Face, bold: Face }, title: string, { wideMm, highMm }: { wideMm: number, highMm: number },
  units: DisplayUnits = METRIC,
): { sheet: PaperPage, size: PaperMm } {
  const size = { wide: wideMm + 2 * MARGIN_MM, high: highMm + LONG_TOP_MM + MARGIN_MM }, sheet = addPage(doc, regular, size)
  const checkMm = Math.min(squareMm(units), wideMm / 2)
  sheet.text(title, MARGIN_MM, MARGIN_MM + 4, TITLE_PT, bold)
  sheet.text(`This line is ${lengthWords(checkMm, units)}: if it is not, print at 100 %, without fitting to the page.`,
    MARGIN_MM, MARGIN_MM + 9, 8.5)
  sheet.line(MARGIN_MM, MARGIN_MM + 12, MARGIN_MM + checkMm, MARGIN_MM + 12)
  return { sheet, size }
}
