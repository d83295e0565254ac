/** Templates close together on a roll of paper. */
import { boundsOf, placing, type Point } from '#core/geometry'
import type { Layout, LayoutPiece } from '#core/layout'
import type { DisplayUnits } from '#core/units'
import { lengthWords } from '#shared/words'
import { invalid } from '../utils/problem'
import { layOnPaper, paperPiece } from './laying'
import { addLongPage, LONG_TOP_MM, MOST_LONG_MM } from './longPaper'
import { paper } from './paper'
import { MARGIN_MM } from './rings'
import type { Template } from './template'
import { drawPart } from './tiled'

/** What lies on each page: one layout while that is short enough, else as much of it as a page takes, and the rest laid anew. */
function pagesOf(pieces: readonly LayoutPiece[], wideMm: number): Layout[] {
  const pages: Layout[] = []
  for (let left = [...pieces]; left.length > 0;) {
    const layout = layOnPaper(left, wideMm), byId = new Map(left.map(p => [p.id, p]))
    const topOf = ({ id, turnDeg, x, y }: Layout['placements'][number]) => {
      const { outline } = byId.get(id)!, to = placing(outline, { turnDeg, x, y })
      return boundsOf({ rim: outline.rim.map(to) }).top
    }
    const here = layout.placements.filter(p => topOf(p) <= MOST_LONG_MM), ids = new Set(here.map(p => p.id))
    pages.push({ ...layout, placements: here, lengthMm: Math.max(...here.map(topOf)) })
    left = left.filter(p => !ids.has(p.id))
  }
  return pages
}

/**
 * Templates at true scale on a roll of paper: long pages as wide as the roll, the pieces turned as they take least of it.
 * @param rollMm how wide the paper is
 * @throws ProblemError where a piece is wider than the roll
 */
export async function rollTemplatesPdf(
  jobName: string, templates: readonly Template[], rollMm: number, units: DisplayUnits,
): Promise<Uint8Array> {
  const wideMm = rollMm - 2 * MARGIN_MM
  const pieces = templates.map(({ lines }, i) => paperPiece(lines[0]!.outlines, i))
  const tooWide = pieces.findIndex(({ outline }) => {
    const b = boundsOf(outline)
    return Math.min(b.wideMm, b.highMm) > wideMm || Math.max(b.wideMm, b.highMm) > MOST_LONG_MM
  })
  if (tooWide >= 0) throw invalid([{ field: 'rollMm', message: `Roll: ${templates[tooWide]!.name} does not fit on paper `
    + `${lengthWords(rollMm, units)} wide. Take a wider roll, or print it on sheets.` }])
  const { doc, ...faces } = await paper({ jobName, says: templates.map(t => [t.name, t.says]) })
  const pages = pagesOf(pieces, wideMm)
  pages.forEach(({ placements, lengthMm }, n) => {
    const title = `Templates: ${jobName}${pages.length === 1 ? '' : `, ${n + 1} of ${pages.length}`}`
    const { sheet, size } = addLongPage(doc, faces, title, { wideMm, highMm: lengthMm }, units)
    const to = (p: Point): [number, number] => [MARGIN_MM + p.x, LONG_TOP_MM + lengthMm - p.y]
    for (const { id, ...at } of placements) {
      const of = templates[Number(id)]!, onPlane = { of, turnDeg: at.turnDeg, to: placing(pieces[Number(id)]!.outline, at) }
      drawPart(sheet, size, faces, onPlane, { left: 0, top: lengthMm, wide: wideMm, high: lengthMm + LONG_TOP_MM }, to)
    }
  })
  return doc.save()
}
