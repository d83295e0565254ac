import { boundsOf } from '#core/geometry'
import { markStrokes } from '#core/cut'
import { METRIC, type DisplayUnits } from '#core/units'
import type { PlottedLayout } from '#shared/plot'
import { addLongPage, LONG_TOP_MM, MOST_LONG_MM, TITLE_PT } from './longPaper'
import { paper } from './paper'
import { drawRings, drawStrokes, MARGIN_MM } from './rings'

const TICK_MM = 6

/**
 * A layout at its true size for a wide printer, the end of the roll at the foot: one page, or as many as its length asks for, each with
 * a line to check the printer by.
 */
export async function layoutPdf(
  title: string, { parts, wideMm, longMm }: PlottedLayout, units: DisplayUnits = METRIC,
): Promise<Uint8Array> {
  const { doc, ...faces } = await paper({ title, names: parts.map(p => p.name) })
  const pages = Math.max(1, Math.ceil(longMm / MOST_LONG_MM - 1e-9))
  for (let n = 0; n < pages; n++) {
    const from = n * MOST_LONG_MM, highMm = Math.max(10, Math.min(MOST_LONG_MM, longMm - from))
    const head = pages === 1 ? title : `${title}, ${n + 1} of ${pages}`
    const { sheet, size } = addLongPage(doc, faces, head, { wideMm, highMm }, units)
    const to = (p: { x: number, y: number }): [number, number] => [MARGIN_MM + p.x, LONG_TOP_MM + highMm - (p.y - from)]
    sheet.box(MARGIN_MM, LONG_TOP_MM, wideMm, highMm)
    for (const p of parts) {
      const { left, right, top: end, bottom } = boundsOf(p.outline)
      if (end < from || bottom > from + highMm) continue
      drawRings(sheet, size, [p.outline.rim, ...p.outline.holes], 'cut', to)
      drawStrokes(sheet, size, markStrokes(p.outline.rim, p.marks, TICK_MM), to)
      const wide = faces.regular.widthOf(p.name, TITLE_PT) / 72 * 25.4, [x, y] = to({ x: (left + right) / 2, y: (bottom + end) / 2 })
      if (wide < right - left) sheet.text(p.name, x - wide / 2, y, TITLE_PT)
    }
  }
  return doc.save()
}
