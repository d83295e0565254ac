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
/** Draws rings on a sheet, clipped to its printable part; `to` brings mm of the piece to mm from the sheet's upper left corner. */
export function drawRings(
  sheet: PaperPage,
  size: PaperMm,
  rings: readonly Ring[],
  role: SvgRole,
  to: (p: { x: number, y: number }) => [number, number],
): void {
  const { colour, dash, width } = LINE[role]
  const pt = (p: { x: number, y: number }): [number, number] => {
    const [x, y] = to(p)
    return [x * POINTS_PER_MM, (size.high - y) * POINTS_PER_MM]
  }
  const [w, h] = [(size.wide - 2 * MARGIN_MM) * POINTS_PER_MM, (size.high - 2 * MARGIN_MM) * POINTS_PER_MM]
  sheet.page.pushOperators(
    pushGraphicsState(),
    rectangle(MARGIN_MM * POINTS_PER_MM, MARGIN_MM * POINTS_PER_MM, w, h),
    clip(),
    endPath(),
    setStrokingColor(colour),
    setLineWidth(width),
    setDashPattern(dash, 0),
    ...rings.flatMap(ring => [...ring.map((p, i) => (i === 0 ? moveTo(...pt(p)) : lineTo(...pt(p)))), closePath(), stroke()]),
    popGraphicsState(),
  )
}

/** Draws what is marked on a piece, as `drawRings` does its edges; what is not closed stays open. */
export function drawStrokes(
  sheet: PaperPage, size: PaperMm, strokes: readonly (readonly Point[])[], to: (p: Point) => [number, number],
): void {
  const pt = (p: Point): [number, number] => {
    const [x, y] = to(p)
    return [x * POINTS_PER_MM, (size.high - y) * POINTS_PER_MM]
  }
  const [w, h] = [(size.wide - 2 * MARGIN_MM) * POINTS_PER_MM, (size.high - 2 * MARGIN_MM) * POINTS_PER_MM]
  sheet.page.pushOperators(
    pushGraphicsState(), rectangle(MARGIN_MM * POINTS_PER_MM, MARGIN_MM * POINTS_PER_MM, w, h), clip(), endPath(),
    setStrokingColor(LINE.cut.colour), setLineWidth(LINE.outline.width), setDashPattern([], 0),
    ...strokes.flatMap(line => [...line.map((p, i) => (i === 0 ? moveTo(...pt(p)) : lineTo(...pt(p)))), stroke()]),
    popGraphicsState(),
  )
}

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
