/** A place in the plane, mm; x across from the selvedge, y along the grain. */
export interface Point { x: number, y: number }
/** Corners in order; the last is joined to the first. */
export type Ring = readonly Point[]
/** A piece of fabric: its rim counter-clockwise, its holes clockwise. */
export interface Outline { rim: Ring, holes: readonly Ring[] }
export interface Bounds { left: number, right: number, bottom: number, top: number, wideMm: number, highMm: number }

/** Area within a ring, mm²; positive where it runs counter-clockwise. Shoelace. */
export function signedAreaMm2(ring: Ring): number {
  let twice = 0
  for (let i = 0; i < ring.length; i++) {
    const a = ring[i]!, b = ring[(i + 1) % ring.length]!
    twice += a.x * b.y - b.x * a.y
  }
  return twice / 2
}

/** Area of a piece less its holes, mm². */
export const areaMm2 = ({ rim, holes }: Outline): number =>
  Math.abs(signedAreaMm2(rim)) - holes.reduce((sum, h) => sum + Math.abs(signedAreaMm2(h)), 0)

/** Length around a ring, mm. */
export const aroundMm = (ring: Ring): number =>
  ring.reduce((sum, a, i) => sum + distanceMm(a, ring[(i + 1) % ring.length]!), 0)
export const distanceMm = (a: Point, b: Point): number => Math.hypot(b.x - a.x, b.y - a.y)

const turned = (ring: Ring, ccw: boolean): Ring => ((signedAreaMm2(ring) > 0) === ccw ? ring : ring.toReversed())

/** A piece with its rim and holes running the usual way round. */
export const outlineOf = (rim: Ring, holes: readonly Ring[] = []): Outline =>
  ({ rim: turned(rim, true), holes: holes.map(h => turned(h, false)) })

/** @throws RangeError where there is no corner */
export function boundsOf({ rim }: Pick<Outline, 'rim'>): Bounds {
  if (rim.length === 0) throw new RangeError('An outline without a corner has no size.')
  const xs = rim.map(p => p.x), ys = rim.map(p => p.y)
  const [left, right, bottom, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  return { left, right, bottom, top, wideMm: right - left, highMm: top - bottom }
}

/** A rectangle, its corners given by its sides. */
export const boxOf = ({ left, right, bottom, top }: Pick<Bounds, 'left' | 'right' | 'bottom' | 'top'>): Outline =>
  outlineOf([{ x: left, y: bottom }, { x: right, y: bottom }, { x: right, y: top }, { x: left, y: top }])
/** The smallest upright rectangle about all of them. */
export const boxAbout = (all: readonly Outline[]): Outline => boxOf(boundsOf({ rim: all.flatMap(o => o.rim) }))

const moved = (outline: Outline, to: (p: Point) => Point): Outline => outlineOf(outline.rim.map(to), outline.holes.map(h => h.map(to)))

export const shifted = (outline: Outline, byX: number, byY: number): Outline => moved(outline, p => ({ x: p.x + byX, y: p.y + byY }))
/** Turned about the origin, counter-clockwise. */
export function rotated(outline: Outline, degrees: number): Outline {
  const a = degrees * Math.PI / 180, [c, s] = [Math.cos(a), Math.sin(a)]
  return moved(outline, p => ({ x: p.x * c - p.y * s, y: p.x * s + p.y * c }))
}
/** The other of a pair: left and right changed, its grain kept. */
export const mirrored = (outline: Outline): Outline => moved(outline, p => ({ x: -p.x, y: p.y }))
/** With its lower left corner of all at the origin. */
export function atOrigin(outline: Outline): Outline {
  const { left, bottom } = boundsOf(outline)
  return shifted(outline, -left, -bottom)
}

/** Where a point of an outline comes to when the outline is turned and its lower left corner put at a place, mm. */
export function placing({ rim }: Pick<Outline, 'rim'>, at: { turnDeg: number, x: number, y: number }): (p: Point) => Point {
  const a = at.turnDeg * Math.PI / 180, [c, s] = [Math.cos(a), Math.sin(a)], turn = (p: Point): Point => ({ x: p.x * c - p.y * s,
    y: p.x * s + p.y * c })
  const { left, bottom } = boundsOf({ rim: rim.map(turn) })
  return (p) => {
    const t = turn(p)
    return { x: t.x - left + at.x, y: t.y - bottom + at.y }
  }
}

/** Does a ring go round a place? What lies on its edge may be either. Even-odd rule. */
export function isInside(ring: Ring, p: Point): boolean {
  let is = false
  for (let i = 0, k = ring.length - 1; i < ring.length; k = i++) {
    const a = ring[i]!, b = ring[k]!
    if ((a.y > p.y) !== (b.y > p.y) && p.x < (b.x - a.x) * (p.y - a.y) / (b.y - a.y) + a.x) is = !is
  }
  return is
}
