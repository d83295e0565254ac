import { markStrokes, movedMarks, NO_MARKS, type Marks } from '#core/cut'
import { boundsOf, shifted, type Outline, type Point, type Ring } from '#core/geometry'

/** What a line of a piece is; only the outline itself is read back. */
export type SvgRole = 'outline' | 'cut' | 'interfacing' | 'foam' | 'web'
export interface SvgPiece {
  name: string
  lines: readonly { role: SvgRole, outlines: readonly Outline[] }[]
  /** What is written on it. */
  says: readonly string[]
  /** Turn of its grain from upward, degrees; null where it has none. */
  grainDeg: number | null
  marks?: Marks
}
/** The typeface within the file, so that every letter is there wherever it is opened. */
export interface SvgFace {
  family: string
  woff: string
}

const APART_MM = 12,
  SHEET_MM = 900,
  MARGIN_MM = 10
const STYLE: Record<SvgRole, string> = {
  outline: 'stroke="#333a73" stroke-width="0.4"',
  cut: 'stroke="#25211d" stroke-width="0.5"',
  interfacing: 'stroke="#4a6a2c" stroke-width="0.4" stroke-dasharray="4 2"',
  foam: 'stroke="#7d2457" stroke-width="0.4" stroke-dasharray="1.5 1.5"',
  web: 'stroke="#14767a" stroke-width="0.4" stroke-dasharray="6 1.5 1 1.5"',
}
const ESCAPED: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', '\'': '&apos;' }
const escaped = (text: string): string => text.replace(/[&<>"']/g, c => ESCAPED[c]!)
const figure = (mm: number): string => String(Math.round(mm * 1000) / 1000)

const ringPath = (ring: Ring, highMm: number): string =>
  `${ring.map((p, i) => `${i === 0 ? 'M' : 'L'}${figure(p.x)} ${figure(highMm - p.y)}`).join('')}Z`
const outlinePath = (o: Outline, highMm: number): string => [o.rim, ...o.holes].map(r => ringPath(r, highMm)).join('')

const TICK_MM = 5, HOLE_MM = 1.5
const linePath = (points: readonly Point[], highMm: number): string =>
  points.map((p, i) => `${i === 0 ? 'M' : 'L'}${figure(p.x)} ${figure(highMm - p.y)}`).join('')
/** Marks with their meaning, so that they are read back as what they are. @param rim that the notches stand on */
function marksOf(rim: Ring, marks: Marks, highMm: number): string {
  const line = (role: string, points: readonly Point[]) =>
    `<path data-role="${role}" stroke="#25211d" stroke-width="0.3" d="${linePath(points, highMm)}"/>`
  return [
    ...markStrokes(rim, { ...NO_MARKS, notches: marks.notches }, TICK_MM).map(l => line('notch', l)),
    ...marks.drills.map(p =>
      `<circle data-role="drill" stroke="#25211d" stroke-width="0.3" cx="${figure(p.x)}" cy="${figure(highMm - p.y)}" r="${HOLE_MM}"/>`),
    ...marks.internal.map(l => line('internal', l)), ...(marks.mirror ? [line('mirror', marks.mirror)] : []),
  ].join('')
}

interface Laid {
  piece: SvgPiece
  dx: number
  dy: number
  wide: number
  high: number
}
/** Pieces side by side in rows, each row as high as its highest. */
function inRows(pieces: readonly SvgPiece[]): { laid: Laid[], wideMm: number, highMm: number } {
  const laid: Laid[] = []
  let x = MARGIN_MM,
    y = MARGIN_MM,
    rowMm = 0,
    wideMm = 0
  for (const piece of pieces) {
    const all = boundsOf({ rim: piece.lines.flatMap(l => l.outlines.flatMap(o => o.rim)) })
    if (x > MARGIN_MM && x + all.wideMm > SHEET_MM) {
      x = MARGIN_MM
      y += rowMm + APART_MM
      rowMm = 0
    }
    laid.push({ piece, dx: x - all.left, dy: y - all.bottom, wide: all.wideMm, high: all.highMm })
    x += all.wideMm + APART_MM
    rowMm = Math.max(rowMm, all.highMm)
    wideMm = Math.max(wideMm, x - APART_MM + MARGIN_MM)
  }
  return { laid, wideMm: Math.max(wideMm, TEST_MM + 2 * MARGIN_MM), highMm: y + rowMm + MARGIN_MM }
}
const TEST_MM = 100,
  TEST_ROOM_MM = 14,
  WRITTEN_MM = 4.2

const head = (tip: number, back: number): string => `M-2 ${figure(tip + back)}L0 ${figure(tip)}L2 ${figure(tip + back)}`
function grainLine(x: number, y: number, longMm: number, deg: number): string {
  const h = longMm / 2
  return (
    `<g transform="translate(${figure(x)} ${figure(y)}) rotate(${figure(-deg)})" stroke="#25211d" stroke-width="0.4" fill="none">`
    + `<path d="M0 ${figure(-h)}V${figure(h)}${head(-h, 4)}${head(h, -4)}"/></g>`
  )
}

const facesStyle = (faces: readonly SvgFace[]): string => (faces.length === 0
  ? ''
  : `<style>${faces.map(f => `@font-face{font-family:"${f.family}";src:url(data:font/woff;base64,${f.woff}) format("woff")}`).join('')}`
    + `text{font-family:${faces.map(f => `"${f.family}"`).join(',')},sans-serif;fill:#25211d}</style>`)

/** Parts where they lie on a roll, the roll running up, as a drawing at true scale. */
export function layoutSvg(
  parts: readonly { name: string, outline: Outline, marks: Marks }[], wideMm: number, longMm: number, faces: readonly SvgFace[] = [],
): string {
  const highMm = Math.max(1, longMm)
  const body = parts.map(({ name, outline, marks }, i) => {
    const b = boundsOf(outline), size = Math.max(2.2, Math.min(WRITTEN_MM, b.wideMm / 14))
    return `<g id="part-${i + 1}"><path data-role="outline" ${STYLE.cut} d="${outlinePath(outline, highMm)}">`
      + `<title>${escaped(name)}</title></path>${marksOf(outline.rim, marks, highMm)}<g data-role="marks">`
      + `<text x="${figure((b.left + b.right) / 2)}" y="${figure(highMm - (b.bottom + b.top) / 2)}" font-size="${figure(size)}" `
      + `text-anchor="middle">${escaped(name)}</text></g></g>`
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${figure(wideMm)}mm" height="${figure(highMm)}mm" `
    + `viewBox="0 0 ${figure(wideMm)} ${figure(highMm)}" fill="none" stroke-linejoin="round">${facesStyle(faces)}${body.join('')}</svg>\n`
}

/**
 * Pieces as a drawing at true scale, with a line of 100 mm to check the printer by. Every line says what it is (`data-role`); the
 * outlines among them are what is read back.
 */
export function writeSvg(pieces: readonly SvgPiece[], faces: readonly SvgFace[] = []): string {
  const { laid, wideMm, highMm: rowsMm } = inRows(pieces)
  const highMm = rowsMm + TEST_ROOM_MM
  const body = laid.map(({ piece, dx, dy, wide, high }, i) => {
    const lines = piece.lines.flatMap(({ role, outlines }) =>
      outlines.map(
        o =>
          `<path data-role="${role}" ${STYLE[role]} d="${outlinePath(shifted(o, dx, dy), highMm)}">`
          + `<title>${escaped(piece.name)}</title></path>`,
      ),
    )
    const at = boundsOf({ rim: piece.lines.flatMap(l => l.outlines.flatMap(o => o.rim)) })
    const edge = shifted(piece.lines[0]!.outlines[0]!, dx, dy).rim, to = (p: Point): Point => ({ x: p.x + dx, y: p.y + dy })
    const marks = piece.marks ? marksOf(edge, movedMarks(piece.marks, to), highMm) : ''
    const [x, y] = [at.left + dx + wide / 2, highMm - (at.bottom + dy + high / 2)]
    const size = Math.max(2.2, Math.min(WRITTEN_MM, wide / 14))
    const says = [piece.name, ...piece.says].map(
      (line, k) =>
        `<text x="${figure(x)}" y="${figure(y + (k - piece.says.length / 2) * size * 1.3)}" font-size="${figure(size)}" `
        + 'text-anchor="middle"'
        + `${k === 0 ? ' font-weight="bold"' : ''}>${escaped(line)}</text>`,
    )
    const grain = piece.grainDeg === null ? '' : grainLine(x - wide * 0.3, y, Math.min(120, Math.max(16, high * 0.5)), piece.grainDeg)
    return `<g id="piece-${i + 1}">${lines.join('')}${marks}<g data-role="marks">${says.join('')}${grain}</g></g>`
  })
  const font = facesStyle(faces)
  const test
    = `<g data-role="marks"><path d="M${MARGIN_MM} ${figure(highMm - 8)}h${TEST_MM}m${-TEST_MM} -2v4m${TEST_MM} -4v4" `
      + `stroke="#25211d" stroke-width="0.4" fill="none"/>`
      + `<text x="${MARGIN_MM + TEST_MM + 3}" y="${figure(highMm - 6.8)}" font-size="3.5">100 mm</text></g>`
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${figure(wideMm)}mm" height="${figure(highMm)}mm" `
    + `viewBox="0 0 ${figure(wideMm)} ${figure(highMm)}" fill="none" stroke-linejoin="round">${font}${body.join('')}${test}</svg>\n`
  )
}
