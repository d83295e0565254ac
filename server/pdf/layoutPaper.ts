import { boundsOf } from '#core/geometry'
import { markStrokes } from '#core/cut'
import { METRIC, type DisplayUnits } from '#core/units'
import type { PlottedLayout } from '#shared/plot'
import { squareMm } from '#shared/projector'
import { lengthWords } from '#shared/words'
import { addPage, paper } from './paper'
import { drawRings, drawStrokes, MARGIN_MM } from './rings'

/** No page of a PDF is longer than 200 in; a longer layout goes on, on the next one. */
const MOST_LONG_MM = 4900
const HEAD_MM = 16, TICK_MM = 6, LETTER_PT = 12

/**
 * A layout at its true size for a wide printer, the end of the roll at the foot: one page, or as many as its length asks for, each with
 * a line to check the printer by.
 */
export async function layoutPdf(
  title: string, { parts, wideMm, longMm }: PlottedLayout, units: DisplayUnits = METRIC,
): Promise<Uint8Array> {
  const { doc, regular, bold } = await paper({ title, names: parts.map(p => p.name) })
  const pages = Math.max(1, Math.ceil(longMm / MOST_LONG_MM - 1e-9)), checkMm = Math.min(squareMm(units), wideMm / 2)
  for (let n = 0; n < pages; n++) {
    const from = n * MOST_LONG_MM, highMm = Math.max(10, Math.min(MOST_LONG_MM, longMm - from))
    const size = { wide: wideMm + 2 * MARGIN_MM, high: highMm + HEAD_MM + 2 * MARGIN_MM }, sheet = addPage(doc, regular, size)
    const top = MARGIN_MM + HEAD_MM
    const to = (p: { x: number, y: number }): [number, number] => [MARGIN_MM + p.x, top + highMm - (p.y - from)]
    sheet.text(pages === 1 ? title : `${title}, ${n + 1} of ${pages}`, MARGIN_MM, MARGIN_MM + 4, LETTER_PT, bold)
    sheet.text(`This line is ${lengthWords(checkMm, units)}: if it is not, print at 100 %, without fitting to the page.`,
      MARGIN_MM, MARGIN_MM + 9, 8.5)
    sheet.line(MARGIN_MM, MARGIN_MM + 12, MARGIN_MM + checkMm, MARGIN_MM + 12)
    sheet.box(MARGIN_MM, top, wideMm, highMm)
    for (const p of parts) {
      const { left, right, top: end, bottom } = boundsOf(p.outline)
      if (end < from || bottom > from + highMm) continue
      drawRings(sheet, size, [p.outline.rim, ...p.outline.holes], 'cut', to)
      drawStrokes(sheet, size, markStrokes(p.outline.rim, p.marks, TICK_MM), to)
      const wide = regular.widthOf(p.name, LETTER_PT) / 72 * 25.4, [x, y] = to({ x: (left + right) / 2, y: (bottom + end) / 2 })
      if (wide < right - left) sheet.text(p.name, x - wide / 2, y, LETTER_PT)
    }
  }
  return doc.save()
}
