import { areaMm2, atOrigin, boundsOf, intersection, offset, outlineOf, rotated, simplified, type Outline, type Ring } from '../geometry'
import { profileOf, type Profile } from './profile'

/** How a piece's threads must lie: with the roll's, across it, at half a right angle, or as it likes. */
export type Grain = 'along' | 'across' | 'bias' | 'any'

/** How far the threads of a piece stand turned from upward as it is drawn, degrees clockwise; null where they may run as they like. */
export const GRAIN_DEG: Readonly<Record<Grain, number | null>> = { along: 0, across: 90, bias: 45, any: null }

/** One piece to be laid; a pair is two of them, the second mirrored by who asks. */
export interface LayoutPiece {
  id: string
  outline: Outline
  grain: Grain
  /** All pieces lie the same way up. */
  oneWay: boolean
}

/** Degrees that a piece may be turned by. */
export function turnsOf({ grain, oneWay }: Pick<LayoutPiece, 'grain' | 'oneWay'>): readonly number[] {
  const all = { along: [0, 180], across: [90, 270], bias: [45, 135, 225, 315], any: [0, 90, 180, 270] }[grain]
  return oneWay ? all.slice(0, grain === 'along' || grain === 'across' ? 1 : 2) : all
}

/** What two shapes that meet are known by. */
export type Reaching = Pick<Shape, 'profile' | 'square' | 'met' | 'serial'>
/** A piece turned one way, half the gap about it, as the layout sees it. */
export interface Shape {
  turnDeg: number
  profile: Profile
  /** What the profile is of. */
  rim: Ring
  /** Its outline with half the gap about it, as it is. */
  roomy: Ring
  /** Area with half the gap about it, mm². */
  areaMm2: number
  /** The same as it is drawn for the layout, with fewer corners and a little outside itself, mm². */
  plainMm2: number
  /** How far the shape stands out to the left of the piece and below it, mm. */
  outLeftMm: number
  outBelowMm: number
  /** Four square corners: nothing lies in the crook of it. */
  square: boolean
  /** The same seen from the selvedge, once somebody looks at it from there. */
  side: Reaching | null
  /** Heights barred over other shapes, in whole millimetres across: filled as they meet. */
  met: Float32Array[]
  serial: number
}

/** An outline with more corners than this is drawn with fewer, a little outside itself. */
const MANY_CORNERS = 14
const OUTSIDE_MM = 0.5

let shapes = 0
const known = new WeakMap<Outline, Map<string, Shape>>()

/** The piece's shape when turned; half of `gapMm` lies about it on every side. Worked out once. */
export function shapeOf(outline: Outline, turnDeg: number, gapMm: number): Shape {
  const key = `${turnDeg} ${gapMm}`
  const of = known.get(outline) ?? new Map<string, Shape>()
  known.set(outline, of)
  const kept = of.get(key)
  if (kept) return kept
  const turned = atOrigin(rotated({ rim: outline.rim, holes: [] }, turnDeg))
  const { wideMm, highMm } = boundsOf(turned),
    half = gapMm / 2
  // Pointed corners run out further than the gap; beyond the piece's own height and width they need not.
  const frame = outlineOf([
    { x: -half, y: -half },
    { x: wideMm + half, y: -half },
    { x: wideMm + half, y: highMm + half },
    { x: -half, y: highMm + half },
  ])
  const within = (o: Outline): Outline => intersection([o], [frame])[0] ?? o
  const roomy = within(offset([turned], half, 'pointed')[0] ?? turned)
  const plain = roomy.rim.length > MANY_CORNERS ? within(simplified(roomy, OUTSIDE_MM)) : roomy
  const { left, bottom } = boundsOf(plain)
  const profile = profileOf(plain)
  const made: Shape = {
    turnDeg,
    profile,
    rim: plain.rim, roomy: roomy.rim,
    areaMm2: areaMm2(roomy), plainMm2: areaMm2(plain),
    outLeftMm: -left,
    outBelowMm: -bottom,
    square: profile.flat,
    side: null,
    met: [],
    serial: shapes++,
  }
  of.set(key, made)
  return made
}
