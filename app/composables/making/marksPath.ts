import { markStrokes, type Marks } from '#core/cut'
import type { Outline, Point } from '#core/geometry'

/** Marks of a piece as one path of an SVG picture. @param to from the piece's mm to the picture's */
export const marksPath = (o: Pick<Outline, 'rim'>, marks: Marks, tickMm: number, to: (p: Point) => Point = p => ({ x: p.x,
  y: -p.y })): string =>
  markStrokes(o.rim, marks, tickMm).map(line => line.map(to).map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x} ${p.y}`).join('')).join('')
