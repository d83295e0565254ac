import { markStrokes, type Marks } from '#core/cut'
import { boundsOf, type Outline } from '#core/geometry'
import type { SvgRole } from '#shared/svg'
import type { Faces } from './letters'
import { wrap, type PaperPage } from './paper'

/** A piece as it is cut out of paper. */
export interface Template {
  name: string
  lines: { role: SvgRole, outlines: readonly Outline[] }[]
  says: string[]
  grainDeg: number | null
  marks: Marks
}

/** An arrow both ways along the grain. */
export function grainArrow(sheet: PaperPage, x: number, y: number, longMm: number, deg: number): void {
  const a = (deg * Math.PI) / 180,
    [dx, dy] = [(Math.sin(a) * longMm) / 2, (Math.cos(a) * longMm) / 2]
  sheet.line(x - dx, y + dy, x + dx, y - dy)
  for (const end of [1, -1])
    for (const side of [1, -1]) {
      const b = a + side * 0.35
      sheet.line(x + end * dx, y - end * dy, x + end * (dx - Math.sin(b) * 5), y - end * (dy - Math.cos(b) * 5))
    }
}

/** From line to line. */
export const ONE_LINE_MM = 4.6
/**
 * What a piece says of itself, its name bold, in lines of a width one below the other. What finds no room is said by the cutting list.
 * @param roomMm from the first line downward
 */
export function writing(
  { regular, bold }: Faces, [name = '', ...says]: readonly string[], sheet: PaperPage, x: number, y: number, wideMm: number,
  roomMm = Infinity,
): void {
  const lines = [...wrap(name, bold, 9, wideMm).map(line => ({ line, face: bold })),
    ...says.flatMap(s => wrap(s, regular, 9, wideMm)).map(line => ({ line, face: regular }))]
  const most = Math.max(1, Math.floor(roomMm / ONE_LINE_MM))
  lines.slice(0, most).forEach(({ line, face }, i) =>
    sheet.text(i === most - 1 && lines.length > most ? `${line} …` : line, x, y + i * ONE_LINE_MM, 9, face))
}

/** Notches so deep, crosses of drill holes so wide, mm. */
const TICK_MM = 5
export const hasMarks = ({ marks: m }: Template): boolean => m.notches.length + m.drills.length + m.internal.length > 0 || m.mirror !== null
export const strokesOf = (t: Template) => [
  ...markStrokes(t.lines[0]!.outlines[0]!.rim, t.marks, TICK_MM), ...(t.marks.mirror ? [t.marks.mirror] : []),
]
export const extent = (t: Template) => boundsOf({ rim: t.lines.flatMap(l => l.outlines.flatMap(o => o.rim)) })
