import {
  clip, closePath, endPath, fill, lineTo, moveTo, popGraphicsState, pushGraphicsState, rectangle, rgb, setDashPattern, setLineWidth,
  setFillingColor, setStrokingColor, stroke, type RGB,
} from 'pdf-lib'
import type { Outline, Point, Ring } from '#core/geometry'
import type { SvgRole } from '#shared/svg'
import { POINTS_PER_MM, type PaperMm, type PaperPage } from './paper'

export const MARGIN_MM = 10
export const LINE: Record<SvgRole, { colour: RGB, dash: number[], width: number }> = {
  cut: { colour: rgb(0.15, 0.13, 0.11), dash: [], width: 0.9 },
  outline: { colour: rgb(0.2, 0.23, 0.45), dash: [], width: 0.5 },
  interfacing: { colour: rgb(0.25, 0.36, 0.15), dash: [7, 4], width: 0.9 },
  foam: { colour: rgb(0.49, 0.14, 0.34), dash: [2, 3], width: 0.9 },
  web: { colour: rgb(0.08, 0.46, 0.48), dash: [9, 3, 2, 3], width: 0.9 },
}

/** A colour as it is written on the screen, for paper. */
const inkOf = (hex: string) => {
  const [r, g, b] = [1, 3, 5].map(i => parseInt(hex.slice(i, i + 2), 16) / 255)
  return rgb(r!, g!, b!)
}
type ToSheet = (p: Point) => [number, number]
/** Draws lines within the printable part of a sheet; `to` brings mm of the piece to mm from the sheet's upper left corner. */
function drawLines(
  sheet: PaperPage, size: PaperMm, lines: readonly (readonly Point[])[], { colour, dash, width }: typeof LINE[SvgRole], isClosed: boolean,
  to: ToSheet,
): void {
  const pt = (p: Point): [number, number] => {
    const [x, y] = to(p)
    return [x * POINTS_PER_MM, (size.high - y) * POINTS_PER_MM]
  }
  const [w, h] = [(size.wide - 2 * MARGIN_MM) * POINTS_PER_MM, (size.high - 2 * MARGIN_MM) * POINTS_PER_MM]
  sheet.page.pushOperators(
    pushGraphicsState(), rectangle(MARGIN_MM * POINTS_PER_MM, MARGIN_MM * POINTS_PER_MM, w, h), clip(), endPath(),
    setStrokingColor(colour), setLineWidth(width), setDashPattern(dash, 0),
    ...lines.flatMap(line => [
      ...line.map((p, i) => (i === 0 ? moveTo(...pt(p)) : lineTo(...pt(p)))), ...(isClosed ? [closePath()] : []), stroke(),
    ]),
    popGraphicsState(),
  )
}

/** Draws the edges of a piece on a sheet. */
export const drawRings = (sheet: PaperPage, size: PaperMm, rings: readonly Ring[], role: SvgRole, to: ToSheet): void =>
  drawLines(sheet, size, rings, LINE[role], true, to)
/** Draws what is marked on a piece; what is not closed stays open. */
export const drawStrokes = (sheet: PaperPage, size: PaperMm, strokes: readonly (readonly Point[])[], to: ToSheet): void =>
  drawLines(sheet, size, strokes, { colour: LINE.cut.colour, width: LINE.outline.width, dash: [] }, false, to)

/** Fills outlines, their holes left open; in mm from the sheet's lower left corner. */
export function fillRings(sheet: PaperPage, size: PaperMm, outlines: readonly Outline[], hex?: string): void {
  const pt = (p: { x: number, y: number }): [number, number] => [p.x * POINTS_PER_MM, p.y * POINTS_PER_MM]
  sheet.page.pushOperators(
    pushGraphicsState(), rectangle(0, 0, size.wide * POINTS_PER_MM, size.high * POINTS_PER_MM), clip(), endPath(),
    setFillingColor(hex ? inkOf(hex) : LINE.cut.colour),
    ...outlines.flatMap(o => [
      ...[o.rim, ...o.holes].flatMap(ring => [...ring.map((p, i) => (i === 0 ? moveTo(...pt(p)) : lineTo(...pt(p)))), closePath()]), fill(),
    ]),
    popGraphicsState(),
  )
}
