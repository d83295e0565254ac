import { squareMm } from '#shared/projector'
import { METRIC, type DisplayUnits } from '#core/units'
import type { PDFDocument } from 'pdf-lib'
import { areaMm2 } from '#core/geometry'
import { GRAIN_DEG } from '#core/layout'
import { cutPiece, supplyOf, type CutPiece, type CuttingGround } from '#shared/cutting'
import type { JobPiece, PaperSize } from '#shared/schemas'
import { writeDxf, type DxfPiece } from '#shared/dxf'
import { writeSvg, type SvgPiece, type SvgRole } from '#shared/svg'
import { HALF_WORDS, lengthWords, sizeWords, timesWords } from '#shared/words'
import { invalid } from '../utils/problem'
import { facesWithin, type Faces } from './letters'
import { A4_MM, paper, addPage, type PaperMm } from './paper'
import { fillGaps } from './gaps'
import { OVERLAP_MM, planeOf, tilesAlong } from './plane'
import { drawRings, drawStrokes, LINE, MARGIN_MM } from './rings'
import { extent, grainArrow, hasMarks, strokesOf, writing, type Template } from './template'
import { checkLineBox, drawPlane, printable } from './tiled'

export const PAPERS: Record<PaperSize, PaperMm> = {
  A4: A4_MM, A3: { wide: 297, high: 420 }, letter: { wide: 215.9, high: 279.4 }, tabloid: { wide: 279.4, high: 431.8 },
}
const ROLE_NAME: Record<SvgRole, string> = { cut: 'cut edge', outline: 'seam line', interfacing: 'interfacing', foam: 'foam', web: 'web' }

function templateOf(piece: JobPiece, ground: CuttingGround): Template {
  const made: CutPiece = cutPiece(piece, ground)
  const named = (['interfacing', 'foam', 'web'] as const).flatMap((role) => {
    const id = supplyOf(piece, role)
    const supply = id ? ground.supply(id) : null
    if (!supply || made[role].length === 0) return []
    return [`${ROLE_NAME[role]}: ${supply.name}${supply.adhesive ? ', adhesive side to the fabric' : ''}`]
  })
  return {
    name: piece.name,
    marks: made.marks,
    grainDeg: GRAIN_DEG[piece.grain],
    says: [timesWords(piece), ...named, ...(made.fold && piece.half ? [`Interfacing: ${HALF_WORDS[piece.half].toLowerCase()}`] : [])],
    lines: [
      { role: 'cut', outlines: [made.cut] },
      { role: 'outline', outlines: [made.seam] },
      { role: 'interfacing', outlines: made.interfacing },
      { role: 'foam', outlines: made.foam },
      { role: 'web', outlines: made.web },
    ].filter(l => l.outlines.length > 0) as Template['lines'],
  }
}

/** Templates of the pieces of a job. */
export const pieceTemplates = (pieces: readonly JobPiece[], ground: CuttingGround): Template[] => pieces.map(p => templateOf(p, ground))

/** Templates as one drawing at true scale, its typeface within. */
export async function templatesSvg(all: readonly Template[]): Promise<string> {
  return writeSvg(all satisfies readonly SvgPiece[], await facesWithin(JSON.stringify(all.map(p => [p.name, p.says]))))
}

/** The pieces as a pattern program reads them: cut line, sew line, grain, marks, size and quantity. */
export const templatesDxf = (pieces: readonly JobPiece[], all: readonly Template[]): string => writeDxf(all.map((t, i): DxfPiece => {
  const { count, pair, shape } = pieces[i]!, line = (role: SvgRole) => t.lines.find(l => l.role === role)?.outlines ?? []
  const { size = '', number = '' } = shape.kind === 'outline' ? shape : {}
  return {
    name: t.name, size, number, count, pair, cut: line('cut'), sew: line('outline'), grainDeg: t.grainDeg, marks: t.marks, says: t.says,
  }
}))

/** So many sheets of paper are a job's templates at the most. */
const MOST_SHEETS = 200
/** Fewer sheets than this no layout of theirs takes: their area by what is printed on one. */
function leastSheets(tiled: readonly Template[], size: PaperMm): number {
  const { wide, high } = printable(size)
  return Math.ceil(tiled.reduce((sum, t) => sum + t.lines[0]!.outlines.reduce((mm2, o) => mm2 + areaMm2(o), 0), 0) / (wide * high))
}
/**
 * @param isLeast no layout was looked for yet: it is so many or more
 * @throws ProblemError where it would be more paper than anyone glues together, before any of it is drawn
 */
function judgeSheets(tiled: readonly Template[], sheets: number, size: PaperMm, isLeast = false): void {
  if (sheets <= MOST_SHEETS) return
  const { wide, high } = printable(size)
  const [largest] = tiled.map((t) => {
    const { wideMm, highMm } = extent(t)
    return { name: t.name, sheets: tilesAlong(wideMm, wide).length * tilesAlong(highMm, high).length }
  }).sort((a, b) => b.sheets - a.sheets)
  throw invalid([{
    field: 'paper',
    message: `Paper: that makes ${isLeast ? 'at least ' : ''}${sheets} sheets, and ${MOST_SHEETS} are the most. `
      + `${largest ? `${largest.name} alone takes ${largest.sheets}: c` : 'C'}hoose larger paper, or a smaller piece.`,
  }])
}

/** Pieces that fit on a sheet share it, in rows; larger ones are tiled over several, and small ones lie in their gaps too. */
function pagesOf(templates: readonly Template[], size: PaperMm): { shared: Template[][], tiled: Template[] } {
  const { wide: w, high: h } = printable(size)
  const shared: Template[][] = [],
    tiled: Template[] = []
  let x = 0,
    y = 0,
    row = 0
  for (const t of templates) {
    const b = extent(t)
    if (b.wideMm > w || b.highMm > h) {
      tiled.push(t)
      continue
    }
    if (x > 0 && x + b.wideMm > w) {
      x = 0
      y += row + OVERLAP_MM
      row = 0
    }
    if (shared.length === 0 || y + b.highMm > h) {
      shared.push([])
      x = 0
      y = 0
      row = 0
    }
    shared.at(-1)!.push(t)
    x += b.wideMm + OVERLAP_MM
    row = Math.max(row, b.highMm)
  }
  return { shared, tiled }
}
/**
 * Templates at true scale: the cutting list with a square and a line of 100 mm to check the printer by, then the pieces, tiled where
 * they are larger than the paper.
 */
export async function templatesPdf(
  jobName: string,
  templates: readonly Template[],
  size: PaperMm,
  units: DisplayUnits = METRIC,
): Promise<Uint8Array> {
  const checkMm = squareMm(units)
  const { tiled, ...pages } = pagesOf(templates, size)
  judgeSheets(tiled, leastSheets(tiled, size), size, true)
  const large = tiled.length > 0 ? planeOf(tiled.map(t => ({ of: t, outlines: t.lines[0]!.outlines })), printable(size)) : null
  const small = pages.shared.flat().map(t => ({ of: t, outlines: t.lines.flatMap(l => l.outlines) }))
  const filled = large && fillGaps(large, small, printable(size), [checkLineBox(units)]), plane = filled?.plane ?? null
  const { shared } = filled ? pagesOf(filled.left.map(s => s.of), size) : pages
  judgeSheets(tiled, shared.length + (plane?.sheets ?? 0), size)
  const { doc, regular, bold } = await paper({ jobName, says: templates.map(t => [t.name, t.says]), tiles: 'sheet of overlap' })
  const list = addPage(doc, regular, size)
  list.text(`Cutting list: ${jobName}`, MARGIN_MM, 18, 15, bold)
  list.box(MARGIN_MM, 26, checkMm, checkMm)
  list.line(MARGIN_MM, 132, MARGIN_MM + checkMm, 132)
  list.text(
    `This square is ${lengthWords(checkMm, units)} each way, and so is the line. `
    + 'If they are not, print at 100 %, without fitting to the page.',
    MARGIN_MM,
    139,
    8.5,
  )
  ;(Object.keys(LINE) as SvgRole[]).forEach((role, i) => {
    const y = 32 + i * 7
    drawRings(
      list,
      size,
      [
        [
          { x: 0, y: 0 },
          { x: 18, y: 0 },
        ],
      ],
      role,
      p => [120 + p.x, y + p.y],
    )
    list.text(ROLE_NAME[role], 142, y + 1.2, 9)
  })
  let y = 150
  let sheet = list
  for (const t of templates) {
    const { wideMm, highMm } = extent(t)
    for (const [i, line] of [
      `${t.name}: ${t.says[0]}`,
      ...t.says.slice(1),
      `cut ${sizeWords(wideMm, highMm, units)}`,
    ].entries()) {
      if (y > size.high - MARGIN_MM) {
        sheet = addPage(doc, regular, size)
        y = 20
      }
      sheet.text(line, MARGIN_MM + (i === 0 ? 0 : 6), y, i === 0 ? 10.5 : 9, i === 0 ? bold : regular)
      y += 5
    }
    y += 2
  }
  for (const page of shared) drawShared(doc, { regular, bold }, page, size)
  if (plane) drawPlane(doc, { regular, bold }, plane, size, units)
  return doc.save()
}

/** The grain arrow stands so far within a piece, clear of its seam line and its interfacing, and the words so far beside it. */
const ARROW_MM = 24, SAYS_ASIDE_MM = 6

function drawShared(doc: PDFDocument, faces: Faces, page: readonly Template[], size: PaperMm): void {
  const sheet = addPage(doc, faces.regular, size)
  let x = MARGIN_MM,
    y = MARGIN_MM,
    row = 0
  for (const t of page) {
    const b = extent(t)
    if (x > MARGIN_MM && x + b.wideMm > size.wide - MARGIN_MM) {
      x = MARGIN_MM
      y += row + OVERLAP_MM
      row = 0
    }
    const [left, top] = [x, y]
    for (const { role, outlines } of t.lines)
      drawRings(
        sheet,
        size,
        outlines.flatMap(o => [o.rim, ...o.holes]),
        role,
        p => [left + p.x - b.left, top + b.top - p.y],
      )
    if (hasMarks(t)) drawStrokes(sheet, size, strokesOf(t), p => [left + p.x - b.left, top + b.top - p.y])
    const arrowMm = Math.min(ARROW_MM, b.wideMm * 0.35), saysMm = arrowMm + Math.min(SAYS_ASIDE_MM, b.wideMm * 0.06)
    if (t.grainDeg !== null) grainArrow(sheet, left + arrowMm, top + b.highMm / 2, Math.min(60, b.highMm * 0.5), t.grainDeg)
    const fromMm = b.highMm / 2 - 2
    writing(faces, [t.name, ...t.says], sheet, left + saysMm, top + fromMm, Math.min(b.wideMm * 0.7, b.wideMm - saysMm), b.highMm - fromMm)
    x += b.wideMm + OVERLAP_MM
    row = Math.max(row, b.highMm)
  }
}
