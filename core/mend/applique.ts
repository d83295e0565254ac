import { areaMm2, aroundMm, intersection, mirrored, offset, outlineOf, type Outline, type Point } from '../geometry'

/** How the edge of a shape is made. */
export type ShapeEdge = 'raw' | 'turned'
/** How readily the fabric frays. */
export type Fray = 'little' | 'some' | 'much'
/** What the outline is traced on: a web's paper (the shape comes out mirrored), or an interfacing's smooth side. */
export type TracedOn = 'paper' | 'smooth'

export const SHAPES = ['disc', 'star', 'wave', 'diamond', 'shield', 'corner'] as const
export type ShapeKind = typeof SHAPES[number]

/**
 * Shapes of our own to begin with, within a box, its lower left corner at the origin.
 * @throws RangeError where the box is nothing
 */
export function shapeOf(kind: ShapeKind, wideMm: number, highMm: number): Outline {
  if (!(wideMm > 0 && highMm > 0)) throw new RangeError('Shape: give it more than 0 mm each way.')
  const at = (points: readonly [number, number][]): Outline => outlineOf(points.map(([x, y]) => ({ x: x * wideMm, y: y * highMm })))
  const round = (n: number, r: (i: number) => number): [number, number][] =>
    Array.from({ length: n }, (_, i) => {
      const a = i / n * 2 * Math.PI + Math.PI / 2
      return [0.5 + r(i) * Math.cos(a), 0.5 + r(i) * Math.sin(a)]
    })
  switch (kind) {
    case 'disc': return at(round(64, () => 0.5))
    case 'star': return at(round(10, i => (i % 2 === 0 ? 0.5 : 0.22)))
    case 'diamond': return at([[0.5, 0], [1, 0.5], [0.5, 1], [0, 0.5]])
    case 'shield': return at([[0, 1], [1, 1], [1, 0.45], [0.86, 0.2], [0.5, 0], [0.14, 0.2], [0, 0.45]])
    case 'corner': return at([[0, 0], [1, 0], [0.4, 0.4], [0, 1]])
    case 'wave': {
      const edge = (y: number, up: number): [number, number][] =>
        Array.from({ length: 25 }, (_, i) => [i / 24, y + up * 0.22 * Math.sin(i / 24 * 2 * Math.PI)])
      return at([...edge(0.25, 1), ...edge(0.75, 1).reverse()])
    }
  }
}

/** Turned in so far, mm. */
const TURN_MM = 6
/** The web keeps so far within a raw edge, and the interfacing within a turned one, so that neither shows, mm. */
const WEB_IN_MM = 0.5, FACED_IN_MM = 1
/** One shape as it is traced, cut and laid. */
export interface ShapeCut {
  /** As it lies on the ground, seen from its face. */
  face: Outline
  /** As it is traced. */
  traced: Outline
  mirrored: boolean
  /** As its fabric is cut. */
  cut: Outline
  /** The web, or the interfacing face that a turned edge is sewn to. */
  under: Outline[]
}
/**
 * What is traced and cut of one shape. On a web's paper it is traced mirrored, since the paper lies against the wrong side; an interfacing
 * traced on its smooth side is not. A turned edge is cut larger by its turn.
 * @throws RangeError where nothing is left of it
 */
export function shapeCut(face: Outline, edge: ShapeEdge, on: TracedOn): ShapeCut {
  const flip = on === 'paper', [cut] = edge === 'turned' ? offset([face], TURN_MM) : [face]
  const under = offset([face], -(edge === 'turned' ? FACED_IN_MM : WEB_IN_MM))
  if (!cut || under.length === 0) throw new RangeError('Shape: nothing is left of it for a web. Make it larger.')
  return { face, traced: flip ? mirrored(face) : face, mirrored: flip, cut, under }
}

/** Width of the stitch that holds an edge, mm, by how much the fabric frays; and how close it is set. */
export const EDGE_STITCH_MM: Record<Fray, number> = { little: 2, some: 3, much: 4.5 }

/** A line of basting inside a shape's edge, so far from it that the edge stitch does not catch it. */
export function bastingOf(face: Outline, stitchMm: number): { distanceMm: number, lines: Outline[] } {
  const distanceMm = stitchMm + 3
  return { distanceMm, lines: offset([face], -distanceMm) }
}

/** Order of sewing, lowest first: a shape under another is sewn before it; among the rest the larger first. */
export function sewingOrder(placed: readonly Outline[]): number[] {
  const n = placed.length, over = placed.map((p, i) =>
    placed.flatMap((q, j) => (j > i && intersection([p], [q]).length > 0 ? [j] : [])))
  const waits = placed.map(() => 0), order: number[] = []
  for (const o of over) for (const j of o) waits[j]!++
  const free = Array.from({ length: n }, (_, i) => i).filter(i => waits[i] === 0)
  while (free.length > 0) {
    free.sort((a, b) => areaMm2(placed[b]!) - areaMm2(placed[a]!) || a - b)
    const i = free.shift()!
    order.push(i)
    for (const j of over[i]!) if (--waits[j]! === 0) free.push(j)
  }
  return order
}

/** Length of edge to be stitched, m. */
export const edgeM = (faces: readonly { face: Outline, count: number }[]): number =>
  faces.reduce((s, f) => s + f.count * (aroundMm(f.face.rim) + f.face.holes.reduce((h, r) => h + aroundMm(r), 0)), 0) / 1000

/** Shapes laid evenly on a ground so wide and high: their middles, mm from its upper left, y downward. */
export function spread(count: number, wideMm: number, highMm: number): Point[] {
  const across = Math.max(1, Math.ceil(Math.sqrt(count * wideMm / highMm))), down = Math.max(1, Math.ceil(count / across))
  return Array.from({ length: count }, (_, i) => {
    const row = Math.floor(i / across), inRow = row === down - 1 ? count - row * across : across
    return { x: wideMm * ((i % across) + 0.5) / inRow, y: highMm * (row + 0.5) / down }
  })
}
