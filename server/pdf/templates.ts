import { METRIC, type DisplayUnits } from '#core/units'
import type { PDFDocument } from 'pdf-lib'
import { markStrokes, type Marks } from '#core/cut'
import { boundsOf, type Outline } from '#core/geometry'
import { cutPiece, supplyOf, type CutPiece, type CuttingGround } from '#shared/cutting'
import type { JobPiece, PaperSize } from '#shared/schemas'
import { writeDxf, type DxfPiece } from '#shared/dxf'
import { writeSvg, type SvgPiece, type SvgRole } from '#shared/svg'
import { HALF_WORDS, lengthWords, sizeWords, timesWords } from '#shared/words'
import { invalid } from '../utils/problem'
import { facesWithin, type Face } from './letters'
import { A4_MM, paper, addPage, wrap, type PaperMm, type PaperPage } from './paper'
import { drawRings, drawStrokes, LINE, MARGIN_MM } from './rings'

export const PAPERS: Record<PaperSize, PaperMm> = {
  A4: A4_MM, A3: { wide: 297, high: 420 }, letter: { wide: 215.9, high: 279.4 }, tabloid: { wide: 279.4, high: 431.8 },
}
/** Tiles lie over each other by this. */
const OVERLAP_MM = 10
/** A square and a line to check a printer by: a round figure in either system. */
const testMm = (units: DisplayUnits): number => (units.length === 'in' ? 4 * 25.4 : 100)
const ROLE_NAME: Record<SvgRole, string> = { cut: 'cut edge', outline: 'seam line', interfacing: 'interfacing', foam: 'foam', web: 'web' }
const GRAIN_DEG = { along: 0, across: 90, bias: 45, any: null } as const

export interface Template {
  name: string
  lines: { role: SvgRole, outlines: readonly Outline[] }[]
  says: string[]
  grainDeg: number | null
  marks: Marks
}

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

/** An arrow both ways along the grain. */
function grainArrow(sheet: PaperPage, x: number, y: number, longMm: number, deg: number): void {
  const a = (deg * Math.PI) / 180,
    [dx, dy] = [(Math.sin(a) * longMm) / 2, (Math.cos(a) * longMm) / 2]
  sheet.line(x - dx, y + dy, x + dx, y - dy)
  for (const end of [1, -1])
    for (const side of [1, -1]) {
      const b = a + side * 0.35
      sheet.line(x + end * dx, y - end * dy, x + end * (dx - Math.sin(b) * 5), y - end * (dy - Math.cos(b) * 5))
    }
}

/** What a row of tiles is called: A to Z, then AA, AB and so on. */
export const rowLetters = (row: number): string =>
  (row < 26 ? '' : rowLetters(Math.floor(row / 26) - 1)) + String.fromCharCode(65 + row % 26)

/** Where tiles begin along a side, mm. */
export function tilesAlong(mm: number, printableMm: number): number[] {
  const step = printableMm - OVERLAP_MM
  const count = Math.max(1, Math.ceil((mm - OVERLAP_MM) / step - 1e-9))
  return Array.from({ length: count }, (_, i) => i * step)
}

const writing = (face: Face, says: readonly string[], sheet: PaperPage, x: number, y: number, wideMm: number, bold: Face): void => {
  says.forEach((line, i) => {
    const [first] = wrap(line, i === 0 ? bold : face, 9, wideMm)
    sheet.text(first ?? '', x, y + i * 4.6, 9, i === 0 ? bold : face)
  })
}

/** So many sheets of paper are a job's templates at the most. */
const MOST_SHEETS = 200
const tilesOf = (t: Template, size: PaperMm) => {
  const { wideMm, highMm } = extent(t)
  return { columns: tilesAlong(wideMm, size.wide - 2 * MARGIN_MM), rows: tilesAlong(highMm, size.high - 2 * MARGIN_MM) }
}
/** @throws ProblemError where it would be more paper than anyone glues together, before any of it is drawn */
function judgeSheets(templates: readonly Template[], size: PaperMm): void {
  const { shared, tiled } = pagesOf(templates, size)
  const counts = tiled.map(t => ({ name: t.name, sheets: tilesOf(t, size).columns.length * tilesOf(t, size).rows.length }))
  const sheets = shared.length + counts.reduce((n, t) => n + t.sheets, 0)
  if (sheets <= MOST_SHEETS) return
  const [largest] = counts.sort((a, b) => b.sheets - a.sheets)
  throw invalid([{
    field: 'paper',
    message: `Paper: that makes ${sheets} sheets, and ${MOST_SHEETS} are the most. `
      + `${largest ? `${largest.name} alone takes ${largest.sheets}: c` : 'C'}hoose larger paper, or a smaller piece.`,
  }])
}

/** Pieces that fit on a sheet share it, in rows; larger ones are tiled over several. */
function pagesOf(templates: readonly Template[], size: PaperMm): { shared: Template[][], tiled: Template[] } {
  const [w, h] = [size.wide - 2 * MARGIN_MM, size.high - 2 * MARGIN_MM]
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
/** Notches so deep, crosses of drill holes so wide, mm. */
const TICK_MM = 5
const hasMarks = ({ marks: m }: Template): boolean => m.notches.length + m.drills.length + m.internal.length > 0 || m.mirror !== null
const strokesOf = (t: Template) => [
  ...markStrokes(t.lines[0]!.outlines[0]!.rim, t.marks, TICK_MM), ...(t.marks.mirror ? [t.marks.mirror] : []),
]
const extent = (t: Template) => boundsOf({ rim: t.lines.flatMap(l => l.outlines.flatMap(o => o.rim)) })

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
  const checkMm = testMm(units)
  judgeSheets(templates, size)
  const { doc, regular, bold } = await paper({ jobName, says: templates.map(t => [t.name, t.says]), tiles: 'tile of overlap' })
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
  const { shared, tiled } = pagesOf(templates, size)
  for (const page of shared) drawShared(doc, regular, bold, page, size)
  for (const t of tiled) drawTiled(doc, regular, bold, t, size, units)
  return doc.save()
}

function drawShared(doc: PDFDocument, regular: Face, bold: Face, page: readonly Template[], size: PaperMm): void {
  const sheet = addPage(doc, regular, size)
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
    if (t.grainDeg !== null)
      grainArrow(sheet, left + Math.min(12, b.wideMm / 5), top + b.highMm / 2, Math.min(60, b.highMm * 0.6), t.grainDeg)
    writing(regular, [t.name, ...t.says], sheet, left + Math.min(18, b.wideMm / 4), top + b.highMm / 2 - 2, b.wideMm * 0.7, bold)
    x += b.wideMm + OVERLAP_MM
    row = Math.max(row, b.highMm)
  }
}

function drawTiled(doc: PDFDocument, regular: Face, bold: Face, t: Template, size: PaperMm, units: DisplayUnits): void {
  const checkMm = testMm(units)
  const b = extent(t),
    [w, h] = [size.wide - 2 * MARGIN_MM, size.high - 2 * MARGIN_MM]
  const { columns, rows } = tilesOf(t, size)
  const rings = t.lines.flatMap(({ role, outlines }) =>
    outlines.flatMap(o => [o.rim, ...o.holes]).map(ring => ({ role, ring, at: boundsOf({ rim: ring }) })))
  rows.forEach((fromY, r) =>
    columns.forEach((fromX, c) => {
      const sheet = addPage(doc, regular, size)
      const to = (p: { x: number, y: number }): [number, number] => [MARGIN_MM + p.x - b.left - fromX, MARGIN_MM + b.top - p.y - fromY]
      // Only what reaches onto this tile is drawn on it.
      const [left, top] = [b.left + fromX, b.top - fromY]
      for (const { role, ring, at } of rings)
        if (at.right >= left && at.left <= left + w && at.bottom <= top && at.top >= top - h) drawRings(sheet, size, [ring], role, to)
      if (hasMarks(t)) drawStrokes(sheet, size, strokesOf(t), to)
      const label = `${rowLetters(r)}${c + 1}`
      sheet.text(
        `${label}  ${t.name}, tile ${r * columns.length + c + 1} of ${rows.length * columns.length}`,
        MARGIN_MM + 2,
        size.high - 4,
        8,
      )
      // Crosses where the tiles meet: the next sheet's lie on them.
      for (const x of [
        ...(c > 0 ? [MARGIN_MM + OVERLAP_MM / 2] : []),
        ...(c < columns.length - 1 ? [MARGIN_MM + w - OVERLAP_MM / 2] : []),
      ])
        for (const y of [MARGIN_MM + OVERLAP_MM / 2, MARGIN_MM + h - OVERLAP_MM / 2]) cross(sheet, x, y)
      for (const y of [...(r > 0 ? [MARGIN_MM + OVERLAP_MM / 2] : []), ...(r < rows.length - 1 ? [MARGIN_MM + h - OVERLAP_MM / 2] : [])])
        for (const x of [MARGIN_MM + OVERLAP_MM / 2, MARGIN_MM + w - OVERLAP_MM / 2]) cross(sheet, x, y)
      if (c < columns.length - 1) sheet.line(MARGIN_MM + w - OVERLAP_MM, MARGIN_MM, MARGIN_MM + w - OVERLAP_MM, MARGIN_MM + h, true)
      if (r < rows.length - 1) sheet.line(MARGIN_MM, MARGIN_MM + h - OVERLAP_MM, MARGIN_MM + w, MARGIN_MM + h - OVERLAP_MM, true)
      if (r === 0 && c === 0) {
        sheet.line(MARGIN_MM + 20, size.high - MARGIN_MM - 8, MARGIN_MM + 20 + checkMm, size.high - MARGIN_MM - 8)
        sheet.text(lengthWords(checkMm, units), MARGIN_MM + 22 + checkMm, size.high - MARGIN_MM - 7, 8)
      }
      const middle = { x: b.left + b.wideMm / 2, y: b.bottom + b.highMm / 2 },
        [mx, my] = to(middle)
      if (mx < MARGIN_MM || mx > MARGIN_MM + w || my < MARGIN_MM || my > MARGIN_MM + h) return
      if (t.grainDeg !== null) grainArrow(sheet, mx - 12, my, Math.min(100, b.highMm * 0.5), t.grainDeg)
      writing(regular, [t.name, ...t.says], sheet, mx - 4, my, 80, bold)
    }),
  )
}
const cross = (sheet: PaperPage, x: number, y: number): void => {
  sheet.line(x - 3, y, x + 3, y)
  sheet.line(x, y - 3, x, y + 3)
}
