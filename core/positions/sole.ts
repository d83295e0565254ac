import { arc, offset, outlineOf, quadratic, rotated, shifted, type Outline } from '../geometry'
import { createKeptAnswers } from '../numeric'

/** An iron's sole as it stands on the fabric: heel at the back, nose to the front, mm. */
export interface SoleShape {
  longMm: number
  wideMm: number
  /** A press plate is a rectangle; an iron has a nose. */
  pointed: boolean
}

/** The rim bears less than the middle, mm. */
const RIM_MM = 6,
  TIP_RIM_MM = 2
/** From where the sides run together to the nose, as a share of the length. */
const NOSE_FROM = 0.52
const HEEL_ROUND_MM = 12

/** The rim of a sole, its middle at the origin, its nose up. */
export function soleOutline({ longMm, wideMm, pointed }: SoleShape): Outline {
  const [w, h] = [wideMm / 2, longMm / 2]
  if (!pointed) return outlineOf([{ x: -w, y: -h }, { x: w, y: -h }, { x: w, y: h }, { x: -w, y: h }])
  const r = Math.min(HEEL_ROUND_MM, w, h), shoulder = -h + longMm * NOSE_FROM
  const right = { x: w, y: shoulder }, nose = { x: 0, y: h }, left = { x: -w, y: shoulder }
  return outlineOf([
    ...arc({ x: -w + r, y: -h + r }, r, 180, 270, 0.5), ...arc({ x: w - r, y: -h + r }, r, 270, 360, 0.5), right,
    ...quadratic(right, { x: w, y: h * 0.62 }, nose, 0.5), ...quadratic(nose, { x: -w, y: h * 0.62 }, left, 0.5).slice(0, -1), left,
  ])
}

/** Of so many soles what bears is kept: it is asked for at every position. */
const bearings = createKeptAnswers<Outline>(16)
/** By which a sole is known: two of one shape and size are the same. */
export const soleKey = ({ longMm, wideMm, pointed }: SoleShape): string => `${longMm} ${wideMm} ${pointed}`
function within(sole: SoleShape, rimMm: number): Outline {
  return bearings.of(`${soleKey(sole)} ${rimMm}`, () => {
    const whole = soleOutline(sole)
    return offset([whole], -rimMm)[0] ?? whole
  })
}
/** What of a sole bears with its full weight: all but its rim. */
export const bearingOutline = (sole: SoleShape): Outline => within(sole, RIM_MM)

/** A position: where the middle of the sole stands, and where its nose points, degrees counter-clockwise from up. */
export interface SolePlacement {
  x: number
  y: number
  headingDeg: number
  /** Only the tip touches, the rest of the sole held off the work. */
  tip?: boolean
}

/** The tip of a sole as a small sole of its own, mm. Typical. */
export const TIP: SoleShape = { longMm: 56, wideMm: 44, pointed: true }
/** What bears of a position. */
export const bearingOf = (sole: SoleShape, { tip }: SolePlacement): Outline => (tip ? within(TIP, TIP_RIM_MM) : bearingOutline(sole))

/** An outline of the sole where it is set down. */
export const printed = (outline: Outline, { x, y, headingDeg }: SolePlacement): Outline => shifted(rotated(outline, headingDeg), x, y)
