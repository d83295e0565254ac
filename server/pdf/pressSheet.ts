import { rgb } from 'pdf-lib'
import { boundsOf, type Outline } from '#core/geometry'
import { bearingOf, printed, type SolePlacement, type SoleShape } from '#core/positions'
import { METRIC, type DisplayUnits } from '#core/units'
import { fromPayload } from '#shared/cutting'
import { sheetEntries, type SheetEntry } from '#shared/pressSheet'
import type { SessionOperation } from '#shared/schemas'
import { entryFigures, entryLines, entryTitle, STEAM_CAUTION, type SheetNames } from '#shared/words'
import { A4_MM, addPage, paper, POINTS_PER_MM, wrap, type PaperPage } from './paper'
import { drawRings } from './rings'

export interface PressSheet {
  title: string
  workroom: string
  operations: readonly SessionOperation[]
  /** By id. */
  names: { fabrics: Record<string, string>, supplies: Record<string, string>, pressCloths: Record<string, string> }
  irons: Record<string, { name: string, sole: SoleShape }>
}

const EDGE_MM = 14, PICTURE = { wide: 46, high: 34 }, TEXT_MM = EDGE_MM + PICTURE.wide + 6
const TITLE_PT = 13, LINE_PT = 10, ROW_MM = 4.8, GAP_MM = 5
const FAINT = rgb(0.55, 0.5, 0.42)
const CAUTION = `The iron and the steam burn. ${STEAM_CAUTION} Figures are estimates where they are not said to be proved; the makers' own `
  + 'instructions come first.'

/** What is covered, drawn small, with a number where the middle of the sole is set down, in their order. */
function picture(sheet: PaperPage, outline: Outline, placements: readonly SolePlacement[], sole: SoleShape | null, y: number): void {
  const prints = sole ? placements.map(p => printed(bearingOf(sole, p), p)) : []
  const all = boundsOf({ rim: [outline, ...prints].flatMap(o => o.rim) })
  const scale = Math.min(PICTURE.wide / all.wideMm, PICTURE.high / all.highMm)
  const to = (p: { x: number, y: number }): [number, number] => [EDGE_MM + (p.x - all.left) * scale, y + (all.top - p.y) * scale]
  drawRings(sheet, A4_MM, [outline.rim, ...outline.holes], 'cut', to)
  drawRings(sheet, A4_MM, prints.map(o => o.rim), 'outline', to)
  placements.forEach((p, i) => {
    const [x, at] = to(p)
    sheet.text(String(i + 1), x - (i < 9 ? 0.8 : 1.6), at + 1, 7)
  })
}

/** A job's pressing on paper, to be pinned up: every entry with its picture, setting, seconds, press cloth and cooling. */
export async function pressSheetPdf(
  { title, workroom, operations, names, irons }: PressSheet, units: DisplayUnits = METRIC,
): Promise<Uint8Array> {
  const entries = sheetEntries(operations)
  const named = (o: SessionOperation): SheetNames => ({
    fabric: o.fabricId && (names.fabrics[o.fabricId] ?? null), supply: o.supplyId && (names.supplies[o.supplyId] ?? null),
    iron: o.ironId && (irons[o.ironId]?.name ?? null), pressCloth: o.pressClothId && (names.pressCloths[o.pressClothId] ?? null),
  })
  const said = entries.map(e => ({
    entry: e, title: entryTitle(e), figures: entryFigures(e, units), lines: entryLines(e, named(e.operation), units),
  }))
  const { doc, regular, bold } = await paper({ title, workroom, said, CAUTION })
  const wide = A4_MM.wide - EDGE_MM - TEXT_MM
  let sheet: PaperPage, y = 0, pages = 0
  const page = () => {
    sheet = addPage(doc, regular)
    sheet.text(title, EDGE_MM, 16, 16, bold)
    sheet.text(`${workroom}, sheet ${++pages}`, EDGE_MM, 22, 9)
    wrap(CAUTION, regular, 8, A4_MM.wide - 2 * EDGE_MM).forEach((line, i) => sheet.text(line, EDGE_MM, 284 + i * 3.8, 8))
    y = 28
  }
  page()
  said.forEach(({ entry, title: heading, figures, lines }, i) => {
    const from = A4_MM.wide - EDGE_MM - bold.widthOf(figures, TITLE_PT) / POINTS_PER_MM
    // A long name goes on below the figures.
    const [name, ...more] = wrap(`${i + 1}  ${heading}`, bold, TITLE_PT, from - TEXT_MM - 3)
    const rows = [...more, ...lines].flatMap(l => wrap(l, regular, LINE_PT, wide)), drawn = entry.operation.outline
    const high = Math.max(drawn ? PICTURE.high : 0, 6 + rows.length * ROW_MM)
    if (y + high > 278) page()
    if (drawn) picture(sheet, fromPayload(drawn), entry.operation.placements, soleAt(entry, irons), y)
    sheet.text(name!, TEXT_MM, y + 4.5, TITLE_PT, bold)
    sheet.text(figures, from, y + 4.5, TITLE_PT, bold)
    rows.forEach((row, k) => sheet.text(row, TEXT_MM, y + 10.5 + k * ROW_MM, LINE_PT))
    y += high + GAP_MM
    sheet.fill(EDGE_MM, y - GAP_MM / 2, A4_MM.wide - 2 * EDGE_MM, 0.2, FAINT)
  })
  return doc.save()
}
const soleAt = ({ operation }: SheetEntry, irons: PressSheet['irons']): SoleShape | null =>
  operation.ironId === null ? null : irons[operation.ironId]?.sole ?? null
