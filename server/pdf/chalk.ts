import { said } from '#shared/region'
import { METRIC, type DisplayUnits } from '#core/units'
import { boundsOf } from '#core/geometry'
import { chalkMarks, laidOutline } from '#core/layout'
import { partId, partsOf, usableWidthMm, type CuttingGround } from '#shared/cutting'
import type { JobPiece, LayoutPart, Supply } from '#shared/schemas'
import { lengthWords, sizeWords, turnWords } from '#shared/words'
import { A4_MM, paper, addPage, wrap, type PaperPage } from './paper'
import { drawRings, MARGIN_MM } from './rings'

/** A layout as a strip to chalk by: small, with each part's distance from the selvedge and from the end, and a list of them. */
export async function chalkPdf(
  jobName: string,
  supply: Supply,
  pieces: readonly JobPiece[],
  parts: readonly LayoutPart[],
  ground: CuttingGround,
  units: DisplayUnits = METRIC,
): Promise<Uint8Array> {
  const byId = new Map(partsOf(pieces, supply.id, ground).map(p => [p.id, p]))
  const onRoll = parts
    .filter(p => p.offcutId === null)
    .map(p => ({ ...p, id: partId(p) }))
    .filter(p => byId.has(p.id))
  const marks = chalkMarks(id => byId.get(id)?.outline, onRoll)
  const number = new Map(marks.map((m, i) => [m.id, i + 1]))
  const { doc, regular, bold } = await paper({ jobName, supply: supply.name, names: pieces.map(p => p.name) })
  const wideMm = usableWidthMm(supply),
    lengthMm = Math.max(1, ...marks.map(m => m.fromEndMm + m.highMm))
  const strip = { wide: 182, high: 230 }
  const scale = Math.min(strip.wide / wideMm, strip.high / Math.min(lengthMm, MOST_STRIP_MM))
  const perPage = strip.high / scale
  for (let from = 0; from < lengthMm; from += perPage) {
    const sheet = addPage(doc, regular)
    sheet.text(`${supply.name}, ${lengthWords(wideMm, units)} usable: ${jobName}`, MARGIN_MM + 4, 16, 13, bold)
    sheet.text(
      said(`From the end of the roll upward, from the left selvedge across; 1 : ${Math.round(1 / scale)}.`, units),
      MARGIN_MM + 4,
      22,
      8.5,
    )
    const left = MARGIN_MM + 4,
      top = 28
    const highMm = Math.min(lengthMm - from, perPage) * scale
    sheet.box(left, top, wideMm * scale, highMm)
    for (const p of onRoll) {
      const o = laidOutline(byId.get(p.id)!.outline, p),
        b = boundsOf(o)
      if (b.top < from || b.bottom > from + perPage) continue
      // The end of the roll is at the foot of the sheet, so that it is seen from the side that is chalked.
      const to = (q: { x: number, y: number }): [number, number] => [left + q.x * scale, top + highMm - (q.y - from) * scale]
      drawRings(sheet, A4_MM, [o.rim, ...o.holes], 'cut', to)
      const [cx, cy] = to({ x: (b.left + b.right) / 2, y: (b.bottom + b.top) / 2 })
      sheet.text(String(number.get(p.id)), cx - 1.5, cy, 8, bold)
    }
  }
  let sheet: PaperPage | null = null,
    y = Infinity
  for (const m of marks) {
    if (y > 280) {
      sheet = addPage(doc, regular)
      sheet.text(`Chalk marks: ${supply.name}`, MARGIN_MM + 4, 16, 13, bold)
      CHALK_COLUMNS.forEach(([head, x]) => sheet!.text(said(head, units), x, 24, 8.5, bold))
      y = 30
    }
    const row = [
      String(number.get(m.id)),
      byId.get(m.id)!.name,
      lengthWords(m.fromSelvedgeMm, units),
      lengthWords(m.fromEndMm, units),
      sizeWords(m.wideMm, m.highMm, units),
      turnWords(m.turnDeg),
    ]
    const cells = row.map((cell, i) => wrap(cell, regular, 9, (CHALK_COLUMNS[i + 1]?.[1] ?? A4_MM.wide) - CHALK_COLUMNS[i]![1] - 4))
    cells.forEach((lines, i) => lines.forEach((line, k) => sheet!.text(line, CHALK_COLUMNS[i]![1], y + k * LINE_MM, 9)))
    y += 5.2 + LINE_MM * (Math.max(...cells.map(lines => lines.length)) - 1)
  }
  return doc.save()
}
const MOST_STRIP_MM = 2500, LINE_MM = 4.2
const CHALK_COLUMNS: [string, number][] = [
  ['No.', 14],
  ['Part', 24],
  ['from selvedge', 84],
  ['from end', 110],
  ['size', 132],
  ['turned', 174],
]
