import type { CareLimits } from '#core/care'
import type { DisplayUnits } from '#core/units'
import type { CARE_CARD_SIZES } from '#shared/schemas'
import { careCardAdvice, CARE_CARD_ORIGIN, careCardLines, careCardWhy } from '#shared/words'
import { paper, addPage, wrap, type PaperMm } from './paper'

interface CareCard { title: string, workroom: string, limits: CareLimits, own: string, units: DisplayUnits }
/** A card of a quarter sheet, and one for the pocket. */
const SIZE: Record<typeof CARE_CARD_SIZES[number], { mm: PaperMm, title: number, line: number, small: number, edge: number }> = {
  card: { mm: { wide: 105, high: 148 }, title: 17, line: 14, small: 9.5, edge: 8 },
  pocket: { mm: { wide: 85, high: 55 }, title: 8.5, line: 7.5, small: 5, edge: 4.5 },
}
const LEADING = 0.47

/** The care card on paper: what does not fit goes on a further one, so that nothing is cut off. */
export async function careCardPdf(
  { title, workroom, limits, own, units }: CareCard, size: typeof CARE_CARD_SIZES[number],
): Promise<Uint8Array> {
  const { mm, title: big, line, small, edge } = SIZE[size]
  const { doc, regular, bold } = await paper({ title, workroom, own, lines: careCardLines(limits, units), why: careCardWhy(limits) })
  const wide = mm.wide - 2 * edge
  let sheet = addPage(doc, regular, mm), y = edge
  const page = () => {
    sheet = addPage(doc, regular, mm)
    sheet.box(edge / 2, edge / 2, mm.wide - edge, mm.high - edge)
    y = edge
  }
  sheet.box(edge / 2, edge / 2, mm.wide - edge, mm.high - edge)
  const put = (text: string, points: number, face = regular, after = 1.2) => {
    for (const row of wrap(text, face, points, wide)) {
      const high = points * LEADING
      if (y + high > mm.high - edge) page()
      y += high
      sheet.text(row, edge, y - high * 0.2, points, face)
    }
    y += after
  }
  put(title, big, bold, big * 0.12)
  for (const l of careCardLines(limits, units)) put(l, line, bold, line * 0.1)
  if (own) put(own, line * 0.9, regular, line * 0.1)
  const notes = [`Why: ${careCardWhy(limits).join('; ')}.`, ...careCardAdvice(limits), CARE_CARD_ORIGIN, workroom]
  for (const l of notes) put(l, small, regular, 0.6)
  return doc.save()
}
