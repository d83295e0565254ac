/** Sheets of large templates: what of them lies on each, how sheets are glued to each other, and a small map of all. */
import type { PDFDocument } from 'pdf-lib'
import { squareMm } from '#shared/projector'
import { boundsOf, boxOf, type Outline, type Point } from '#core/geometry'
import type { DisplayUnits } from '#core/units'
import { lengthWords } from '#shared/words'
import type { Faces } from './letters'
import { addPage, type PaperMm, type PaperPage } from './paper'
import { OVERLAP_MM, tilesAlong, type OnPlane, type Plane } from './plane'
import { drawRings, drawStrokes, MARGIN_MM } from './rings'
import { extent, grainArrow, hasMarks, ONE_LINE_MM, strokesOf, writing, type Template } from './template'

/** What a row of tiles is called: A to Z, then AA, AB and so on. */
export const rowLetters = (row: number): string =>
  (row < 26 ? '' : rowLetters(Math.floor(row / 26) - 1)) + String.fromCharCode(65 + row % 26)

/** What a printer prints on a sheet, mm. */
export const printable = (size: PaperMm): { wide: number, high: number } =>
  ({ wide: size.wide - 2 * MARGIN_MM, high: size.high - 2 * MARGIN_MM })
const MAP_TOP_MM = 34
/** What a template says is so wide at the most, and has so much room at the least, mm. */
const SAYS_MM = 80, LEAST_SAYS_MM = 45
/** Below the arrow of a grain that runs across. */
const BELOW_MM = 6
/** The grain arrow stands so far left of a piece's middle, and its words so far from the arrow, mm. */
const ARROW_LEFT_MM = 12, BESIDE_MM = 8

/** All sheets as they lie when they are glued, small, each with its name. */
function drawMap(doc: PDFDocument, { regular, bold }: Faces, plane: Plane<Template>, size: PaperMm): void {
  const sheet = addPage(doc, regular, size), { wide, high } = printable(size)
  const fromX = Array.from({ length: plane.columns }, (_, c) => c * (wide - OVERLAP_MM)), fromY = tilesAlong(plane.highMm, high)
  const scale = Math.min(wide / (fromX.at(-1)! + wide), (high - MAP_TOP_MM) / (fromY.at(-1)! + high))
  sheet.text('How the sheets lie', MARGIN_MM, 18, 15, bold)
  sheet.text(
    `${plane.sheets} sheets, each over the next as far as the dashed line: the crosses lie on each other. Empty sheets are left out.`,
    MARGIN_MM, 26, 9,
  )
  const to = (p: Point): [number, number] => [MARGIN_MM + p.x * scale, MAP_TOP_MM + (plane.highMm - p.y) * scale]
  fromY.forEach((y, r) => fromX.forEach((x, c) => {
    if (!plane.isUsed(r, c)) return
    sheet.box(MARGIN_MM + x * scale, MAP_TOP_MM + y * scale, wide * scale, high * scale)
    sheet.text(`${rowLetters(r)}${c + 1}`, MARGIN_MM + x * scale + 1.5, MAP_TOP_MM + y * scale + 4.5, 8, bold)
  }))
  for (const { of: t, to: onPlane } of plane.laid) {
    const [first] = t.lines
    drawRings(sheet, size, first!.outlines.flatMap(o => [o.rim, ...o.holes]).map(ring => ring.map(onPlane)), 'outline', to)
    const b = extent(t), [x, y] = to(onPlane({ x: (b.left + b.right) / 2, y: (b.bottom + b.top) / 2 }))
    writing({ regular, bold: regular }, [t.name], sheet, x - 8, y, 40, ONE_LINE_MM)
  }
}

/** Where the line to check the printer by stands on the first sheet, from the lower left corner of what is printed; its words beside it. */
const CHECK_LINE = { left: 20, up: 8, saysMm: 22, roomMm: 4 }
export const checkLineBox = (units: DisplayUnits): Outline => boxOf({
  left: CHECK_LINE.left - CHECK_LINE.roomMm, right: CHECK_LINE.left + squareMm(units) + CHECK_LINE.saysMm,
  bottom: CHECK_LINE.up - CHECK_LINE.roomMm, top: CHECK_LINE.up + CHECK_LINE.roomMm,
})

/** The sheets of a plane that something lies on, row by row from above, after a map of them. */
export function drawPlane(doc: PDFDocument, faces: Faces, plane: Plane<Template>, size: PaperMm, units: DisplayUnits): void {
  drawMap(doc, faces, plane, size)
  const { wide, high } = printable(size)
  const fromX = Array.from({ length: plane.columns }, (_, c) => c * (wide - OVERLAP_MM)), fromY = tilesAlong(plane.highMm, high)
  let number = 0
  fromY.forEach((y, r) => fromX.forEach((x, c) => {
    if (!plane.isUsed(r, c)) return
    number++
    const sheet = addPage(doc, faces.regular, size)
    const to = (p: Point): [number, number] => [MARGIN_MM + p.x - x, MARGIN_MM + plane.highMm - p.y - y]
    const [left, top] = [x, plane.highMm - y]
    for (const onPlane of plane.laid) drawPart(sheet, size, faces, onPlane, { left, top, wide, high }, to)
    sheet.text(`${rowLetters(r)}${c + 1}  sheet ${number} of ${plane.sheets}`, MARGIN_MM + 2, size.high - 4, 8)
    drawJoins(sheet, { wide, high }, {
      isLeft: plane.isUsed(r, c - 1), isRight: plane.isUsed(r, c + 1), isAbove: plane.isUsed(r - 1, c), isBelow: plane.isUsed(r + 1, c),
    })
    if (number > 1) return
    const checkMm = squareMm(units), fromX = MARGIN_MM + CHECK_LINE.left, lineY = size.high - MARGIN_MM - CHECK_LINE.up
    sheet.line(fromX, lineY, fromX + checkMm, lineY)
    sheet.text(lengthWords(checkMm, units), fromX + checkMm + 2, lineY + 1, 8)
  }))
}

interface Window { left: number, top: number, wide: number, high: number }
/** What of one template lies on a sheet. */
export function drawPart(
  sheet: PaperPage, size: PaperMm, faces: Faces, { of: t, turnDeg, to: onPlane }: OnPlane<Template>, on: Window,
  to: (p: Point) => [number, number],
): void {
  for (const { role, outlines } of t.lines) for (const ring of outlines.flatMap(o => [o.rim, ...o.holes])) {
    const laid = ring.map(onPlane), at = boundsOf({ rim: laid })
    if (at.right >= on.left && at.left <= on.left + on.wide && at.bottom <= on.top && at.top >= on.top - on.high) {
      drawRings(sheet, size, [laid], role, to)
    }
  }
  if (hasMarks(t)) drawStrokes(sheet, size, strokesOf(t).map(line => line.map(onPlane)), to)
  const b = extent(t), middle = onPlane({ x: b.left + b.wideMm / 2, y: b.bottom + b.highMm / 2 }), [mx, my] = to(middle)
  if (mx < MARGIN_MM || mx > MARGIN_MM + on.wide || my < MARGIN_MM || my > MARGIN_MM + on.high) return
  const arrowMm = mx - ARROW_LEFT_MM
  if (t.grainDeg !== null) grainArrow(sheet, arrowMm, my, Math.min(100, b.highMm * 0.5, b.wideMm * 0.5), t.grainDeg - turnDeg)
  // Its words stand beside the arrow, on whichever side of it they end on the piece and on this sheet, before the next one begins.
  const laid = boundsOf({ rim: t.lines.flatMap(l => l.outlines.flatMap(o => o.rim.map(onPlane))) })
  const right = MARGIN_MM + on.wide - OVERLAP_MM, left = Math.max(MARGIN_MM, to({ x: laid.left, y: laid.bottom })[0])
  const isRight = arrowMm + BESIDE_MM + LEAST_SAYS_MM <= right, isLeft = arrowMm - BESIDE_MM - LEAST_SAYS_MM >= left + OVERLAP_MM
  const x = isRight ? arrowMm + BESIDE_MM : isLeft ? arrowMm - BESIDE_MM - LEAST_SAYS_MM : right - LEAST_SAYS_MM
  const saysMm = isRight ? Math.min(SAYS_MM, right - x, Math.max(LEAST_SAYS_MM, laid.wideMm * 0.8)) : LEAST_SAYS_MM
  writing(faces, [t.name, ...t.says], sheet, x, my + BELOW_MM, saysMm, MARGIN_MM + on.high - my - BELOW_MM)
}

interface Neighbours { isLeft: boolean, isRight: boolean, isAbove: boolean, isBelow: boolean }
/** Crosses where sheets meet: the next sheet's lie on them. A dashed line is where the next one begins. */
function drawJoins(sheet: PaperPage, { wide, high }: { wide: number, high: number }, n: Neighbours): void {
  const half = OVERLAP_MM / 2, [near, far, foot] = [MARGIN_MM + half, MARGIN_MM + wide - half, MARGIN_MM + high - half]
  const joins = [
    { is: n.isLeft, ends: [[near, near], [near, foot]] }, { is: n.isRight, ends: [[far, near], [far, foot]] },
    { is: n.isAbove, ends: [[near, near], [far, near]] }, { is: n.isBelow, ends: [[near, foot], [far, foot]] },
  ]
  for (const { is, ends } of joins) if (is) for (const [x, y] of ends) cross(sheet, x!, y!)
  if (n.isRight) sheet.line(MARGIN_MM + wide - OVERLAP_MM, MARGIN_MM, MARGIN_MM + wide - OVERLAP_MM, MARGIN_MM + high, true)
  if (n.isBelow) sheet.line(MARGIN_MM, MARGIN_MM + high - OVERLAP_MM, MARGIN_MM + wide, MARGIN_MM + high - OVERLAP_MM, true)
}
const cross = (sheet: PaperPage, x: number, y: number): void => {
  sheet.line(x - 3, y, x + 3, y)
  sheet.line(x, y - 3, x, y + 3)
}
