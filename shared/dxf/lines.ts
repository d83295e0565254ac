/** From what a drawing holds to plain lines, points and words in mm, each on its layer, blocks put where they are inserted. */
import { interpolateBSpline } from 'dxf/lib/entityToPolyline.js'
import { arc, bulged, type Point } from '#core/geometry'
import type { DxfBlock, DxfEntity } from './parsed'
import { plainText } from './text'

export type DrawnThing
  = | { kind: 'line', layer: string, points: Point[], closed: boolean }
    | { kind: 'point', layer: string, at: Point }
    | { kind: 'words', layer: string, says: string }

/** Where something of a block lies: x' = a·x + c·y + e, y' = b·x + d·y + f. */
interface Place { a: number, b: number, c: number, d: number, e: number, f: number }
export const scaledPlace = (by: number): Place => ({ a: by, b: 0, c: 0, d: by, e: 0, f: 0 })
const at = (p: Place, x: number, y: number): Point => ({ x: p.a * x + p.c * y + p.e, y: p.b * x + p.d * y + p.f })
/** One place within another. */
const within = (o: Place, i: Place): Place => ({
  a: o.a * i.a + o.c * i.b, b: o.b * i.a + o.d * i.b, c: o.a * i.c + o.c * i.d, d: o.b * i.c + o.d * i.d,
  e: o.a * i.e + o.c * i.f + o.e, f: o.b * i.e + o.d * i.f + o.f,
})
/** How much larger the larger of its directions comes out. */
const scaleOf = (p: Place): number => Math.max(Math.hypot(p.a, p.b), Math.hypot(p.c, p.d))
/** Drawn looking from behind: left and right are changed. */
const BEHIND: Place = { a: -1, b: 0, c: 0, d: 1, e: 0, f: 0 }
const facing = (e: DxfEntity, place: Place): Place => (e.extrusionZ !== undefined && e.extrusionZ < 0 ? within(place, BEHIND) : place)

/** Chords stand off their curves by no more than this, mm. */
const FLAT_MM = 0.02
/** Along a free curve a point is worked out every so often, mm. */
const SPLINE_STEP_MM = 1, MOST_PER_SPAN = 400

function splinePoints({ controlPoints = [], degree = 3, knots = [], weights }: DxfEntity, scale: number): Point[] {
  if (controlPoints.length <= degree || knots.length !== controlPoints.length + degree + 1) return []
  const alongMm = controlPoints.slice(1).reduce((mm, p, i) => mm + Math.hypot(p.x - controlPoints[i]!.x, p.y - controlPoints[i]!.y),
    0) * scale
  const spans = new Set(knots).size - 1
  const perSpan = Math.min(MOST_PER_SPAN, Math.max(8, Math.ceil(alongMm / spans / SPLINE_STEP_MM)))
  return interpolateBSpline(controlPoints, degree, knots, perSpan, weights).map(([x, y]) => ({ x, y }))
}
function arcPoints(e: DxfEntity, flat: number): Point[] {
  const from = (e.startAngle ?? 0) * 180 / Math.PI, to = (e.endAngle ?? 0) * 180 / Math.PI
  return arc({ x: e.x ?? 0, y: e.y ?? 0 }, e.r ?? 0, from, to <= from ? to + 360 : to, flat)
}
function ellipsePoints(e: DxfEntity, flat: number): Point[] {
  const [mx, my, ratio] = [e.majorX ?? 0, e.majorY ?? 0, e.axisRatio ?? 1]
  const from = e.startAngle ?? 0, to = (e.endAngle ?? 0) <= from ? (e.endAngle ?? 0) + 2 * Math.PI : e.endAngle!
  const degrees = (a: number) => a * 180 / Math.PI
  return arc({ x: 0, y: 0 }, 1, degrees(from), degrees(to), flat / Math.max(1e-9, Math.hypot(mx, my)))
    .map(p => ({ x: (e.x ?? 0) + p.x * mx - p.y * ratio * my, y: (e.y ?? 0) + p.x * my + p.y * ratio * mx }))
}
function polylinePoints({ vertices = [], closed }: DxfEntity, flat: number): Point[] {
  const all: Point[] = []
  vertices.forEach((v, i) => {
    const here = { x: v.x ?? 0, y: v.y ?? 0 }, before = i === 0 && !closed ? undefined : vertices.at(i - 1)
    all.push(...(before ? bulged({ x: before.x ?? 0, y: before.y ?? 0 }, here, before.bulge ?? 0, flat) : [here]))
  })
  return all
}

/** What a drawing's lines come from; each counts what it could not read. */
export interface Expanding {
  blocks: ReadonlyMap<string, DxfBlock>
  /** Kinds of entities that say nothing about a piece, and how many there were. */
  onUnread: (type: string) => void
  onMissing: (block: string) => void
  /** A block that is inserted in itself. */
  onItself: (block: string) => void
}
/** Blocks in blocks, so deep at the most. */
const DEEPEST = 12
const MOST_COPIES = 400

/** The things of some entities where they lie, those of blocks inserted among them too. */
export function thingsOf(entities: readonly DxfEntity[], place: Place, by: Expanding, inside: readonly string[] = []): DrawnThing[] {
  return entities.filter(e => e.visible !== false && !e.paperSpace).flatMap(e => thingOf(e, place, by, inside))
}
function thingOf(e: DxfEntity, place: Place, by: Expanding, inside: readonly string[]): DrawnThing[] {
  const layer = e.layer ?? '0', own = facing(e, place), flat = FLAT_MM / scaleOf(own)
  const line = (points: readonly Point[], closed: boolean, where = own): DrawnThing[] =>
    (points.length < 2 ? [] : [{ kind: 'line', layer, points: points.map(p => at(where, p.x, p.y)), closed }])
  switch (e.type) {
    case 'LINE':
      return e.start && e.end ? line([e.start, e.end], false, place) : []
    case 'POLYLINE':
    case 'LWPOLYLINE':
      return line(polylinePoints(e, flat), e.closed === true)
    case 'ARC':
      return line(arcPoints(e, flat), false)
    case 'CIRCLE':
      return line(arc({ x: e.x ?? 0, y: e.y ?? 0 }, e.r ?? 0, 0, 360, flat).slice(0, -1), true)
    case 'ELLIPSE':
      return line(ellipsePoints(e, flat), false)
    case 'SPLINE':
      return line(splinePoints(e, scaleOf(own)), e.closed === true)
    case 'POINT':
      return [{ kind: 'point', layer, at: at(place, e.x ?? 0, e.y ?? 0) }]
    case 'TEXT':
    case 'MTEXT':
    case 'ATTRIB':
      return [{ kind: 'words', layer, says: plainText(e.string ?? e.text?.string ?? '') }]
    case 'INSERT':
      return insertedThings(e, own, by, inside)
    default:
      by.onUnread(e.type)
      return []
  }
}
function insertedThings(e: DxfEntity, place: Place, by: Expanding, inside: readonly string[]): DrawnThing[] {
  const name = e.block ?? '', block = by.blocks.get(name)
  if (!block) {
    by.onMissing(name)
    return []
  }
  if (inside.includes(name) || inside.length >= DEEPEST) {
    by.onItself(name)
    return []
  }
  return placesOf(e, block).flatMap(p => thingsOf(block.entities ?? [], within(place, p), by, [...inside, name]))
}
/** Where the copies of a block lie: one, or rows and columns of them. */
function placesOf(e: DxfEntity, block: DxfBlock): Place[] {
  const a = (e.rotation ?? 0) * Math.PI / 180, [cos, sin] = [Math.cos(a), Math.sin(a)], sx = e.scaleX ?? 1, sy = e.scaleY ?? 1
  const turned: Place = { a: sx * cos, b: sx * sin, c: -sy * sin, d: sy * cos, e: e.x ?? 0, f: e.y ?? 0 }
  const [columns, rows] = [Math.max(1, e.columnCount ?? 1), Math.max(1, e.rowCount ?? 1)]
  return Array.from({ length: Math.min(MOST_COPIES, columns * rows) }, (_, i) => {
    const dx = i % columns * (e.columnSpacing ?? 0), dy = Math.floor(i / columns) * (e.rowSpacing ?? 0)
    const copy = { ...turned, e: turned.e + dx * cos - dy * sin, f: turned.f + dx * sin + dy * cos }
    return within(copy, { a: 1, b: 0, c: 0, d: 1, e: -(block.x ?? 0), f: -(block.y ?? 0) })
  })
}
