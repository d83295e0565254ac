import { bandAbout, distanceMm, isInside, placing, signedAreaMm2, untangled, type Outline, type Point } from '../geometry'

/** What is drawn on a piece besides its outline, in the same plane, mm. */
export interface Marks {
  /** Where two edges are laid on each other. */
  notches: readonly Point[]
  /** Holes of an awl: the point of a dart, a pocket's corner. */
  drills: readonly Point[]
  /** Lines within the piece: placements, folds, pleats. */
  internal: readonly (readonly Point[])[]
  /** The line that the piece is the same on both sides of, and folds along. */
  mirror: readonly [Point, Point] | null
}
export const NO_MARKS: Marks = { notches: [], drills: [], internal: [], mirror: null }

export const movedMarks = ({ notches, drills, internal, mirror }: Marks, to: (p: Point) => Point): Marks => ({
  notches: notches.map(to), drills: drills.map(to), internal: internal.map(line => line.map(to)),
  mirror: mirror && [to(mirror[0]), to(mirror[1])],
})
/** Those of the other of a pair. */
export const mirroredMarks = (marks: Marks): Marks => movedMarks(marks, p => ({ x: -p.x, y: p.y }))

/** The same point on the other side of a line. @throws RangeError where the line is a point */
export function acrossLine(p: Point, [a, b]: readonly [Point, Point]): Point {
  const [dx, dy] = [b.x - a.x, b.y - a.y], square = dx * dx + dy * dy
  if (square === 0) throw new RangeError('A fold is a line, not a point.')
  const t = ((p.x - a.x) * dx + (p.y - a.y) * dy) / square
  return { x: 2 * (a.x + t * dx) - p.x, y: 2 * (a.y + t * dy) - p.y }
}

/** The point of a ring nearest to another, and how far away it is, mm. */
export function nearestOn(ring: readonly Point[], p: Point): { at: Point, mm: number } {
  let best = { at: ring[0]!, mm: Infinity }
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]!, [dx, dy] = [b.x - a.x, b.y - a.y], square = dx * dx + dy * dy
    const t = square === 0 ? 0 : Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / square))
    const at = { x: a.x + t * dx, y: a.y + t * dy }, mm = distanceMm(at, p)
    if (mm < best.mm) best = { at, mm }
  })
  return best
}

/** A notch further from the edge than any allowance is none of this edge's, mm. */
const NOTCH_REACH_MM = 40

/**
 * What of a piece's marks shows on a part that lies within it, as its interfacing does: notches come in to the part's own edge, drill
 * holes and lines stay where they are, and what does not touch the part is left out.
 */
export function marksOn(part: Pick<Outline, 'rim'>, { notches, drills, internal, mirror }: Marks): Marks {
  return {
    notches: notches.map(n => nearestOn(part.rim, n)).filter(n => n.mm <= NOTCH_REACH_MM).map(n => n.at),
    drills: drills.filter(d => isInside(part.rim, d)), internal: internal.filter(line => line.some(p => isInside(part.rim, p))),
    mirror: mirror && mirror.some(p => isInside(part.rim, p) || nearestOn(part.rim, p).mm <= NOTCH_REACH_MM) ? mirror : null,
  }
}

/** Ends of a line nearer to each other than this make it a closed one, mm. */
const CLOSED_MM = 0.5
/**
 * What lies under the lines within a piece: what a closed one goes round, and of an open one a band, as of a seam or a zip.
 * @param wideMm of the band
 */
export const underLines = (internal: Marks['internal'], wideMm: number): Outline[] => internal.flatMap((line) => {
  if (line.length < 2) return []
  const within = insideLine(line)
  return within.length > 0 ? within : bandAbout(line, wideMm)
})
/** What a closed line goes round; nothing where it is open. */
export const insideLine = (line: readonly Point[]): Outline[] => line.length > 3 && distanceMm(line[0]!, line.at(-1)!) <= CLOSED_MM
  ? untangled([upright(line.slice(0, -1))])
  : []
/** Run round to the left, whichever way it was drawn. */
const upright = (ring: readonly Point[]): readonly Point[] => (signedAreaMm2(ring) < 0 ? [...ring].reverse() : ring)

/** Where a part's marks come to lie when it is turned and its lower left corner put at a place, as its outline is. */
export function laidMarks(outline: Pick<Outline, 'rim'>, marks: Marks, at: { turnDeg: number, x: number, y: number }): Marks {
  return movedMarks(marks, placing(outline, at))
}

/** Inward from the edge at a notch, as a unit vector. */
function inwardAt(rim: readonly Point[], notch: Point): Point {
  let best = { mm: Infinity, x: 0, y: 0 }
  rim.forEach((a, i) => {
    const b = rim[(i + 1) % rim.length]!, long = distanceMm(a, b)
    if (long === 0) return
    const { mm } = nearestOn([a, b], notch)
    // The rim runs counter-clockwise: the piece lies to the left of its edges.
    if (mm < best.mm) best = { mm, x: -(b.y - a.y) / long, y: (b.x - a.x) / long }
  })
  return best
}
/**
 * Marks as the strokes that a pen draws: a notch goes in from the edge, a drill hole is a cross, a line is itself.
 * @param rim of the outline they are on, counter-clockwise
 */
export function markStrokes(rim: readonly Point[], { notches, drills, internal }: Marks, tickMm: number): (readonly Point[])[] {
  const half = tickMm / 2
  return [
    ...notches.map((n) => {
      const inward = inwardAt(rim, n)
      return [n, { x: n.x + inward.x * tickMm, y: n.y + inward.y * tickMm }]
    }),
    ...drills.flatMap(({ x, y }) => [[{ x: x - half, y }, { x: x + half, y }], [{ x, y: y - half }, { x, y: y + half }]]),
    ...internal,
  ]
}
