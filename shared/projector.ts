/** A layout thrown on the cutting table by a projector, as large as it is cut: its scale, and which part of it is in sight. */
import type { Point } from '#core/geometry'
import type { DisplayUnits } from '#core/units'

/** How many points of the picture come to a millimetre on the table: across and up may differ where the light falls at a slant. */
export interface ProjectorScale { acrossPxMm: number, upPxMm: number }
export const UNMEASURED: ProjectorScale = { acrossPxMm: 1.5, upPxMm: 1.5 }
/** Neither so coarse nor so fine is any projector over a table. */
const LEAST_PX_MM = 0.2, MOST_PX_MM = 12
const INCH_MM = 25.4
/** The layout never leaves the sight by more than all but this, mm. */
const IN_SIGHT_MM = 60

/** What a picture on the table or a sheet of paper is checked by: 100 mm, or 4 in, each way. */
export const squareMm = (units: Pick<DisplayUnits, 'length'> | null | undefined): number => units?.length === 'in' ? 4 * INCH_MM : 100

export interface Extent { wideMm: number, highMm: number }

/**
 * The scale at which the square comes out right, from what it measured on the table.
 * @param sideMm how long a side of it should be
 * @returns null where the figures cannot be those of a projector
 */
export function scaleByMeasure(was: ProjectorScale, sideMm: number, measured: Extent): ProjectorScale | null {
  const scale = { acrossPxMm: was.acrossPxMm * sideMm / measured.wideMm, upPxMm: was.upPxMm * sideMm / measured.highMm }
  return Object.values(scale).every(v => v >= LEAST_PX_MM && v <= MOST_PX_MM) ? scale : null
}

/** How much of the table a picture of so many points covers, mm. */
export const covered = (scale: ProjectorScale, widePx: number, highPx: number): Extent =>
  ({ wideMm: widePx / scale.acrossPxMm, highMm: highPx / scale.upPxMm })

/** Where the sight may be moved to: some of the layout stays in it. @param at its upper left corner on the layout, mm */
export function heldInSight(at: Point, sight: Extent, layout: Extent): Point {
  const hold = (v: number, seen: number, long: number) => {
    const left = Math.min(IN_SIGHT_MM, seen, long)
    return Math.min(long - left, Math.max(left - seen, v))
  }
  return { x: hold(at.x, sight.wideMm, layout.wideMm), y: hold(at.y, sight.highMm, layout.highMm) }
}

/** Where the sight stands with a place of the layout in its middle. */
export const centredOn = (place: Point, sight: Extent): Point => ({ x: place.x - sight.wideMm / 2, y: place.y - sight.highMm / 2 })

/**
 * From the roll (across it from the selvedge, along it from its end) to the picture, whose rows go down: the roll lies to the right or
 * comes towards whoever stands at the table; never as in a mirror.
 */
export const onTable = (isTowards: boolean, wideMm: number) => ({ x, y }: Point): Point => isTowards ? { x: wideMm - x, y } : { x: y, y: x }

/** A name is about so wide for each of its letters, and needs so much for its line, as shares of their height. */
const LETTER_SHARE = 0.6, LINE_SHARE = 1.5

/** How a name is turned to stand within its part: along it where it is narrow; null where there is no room for it. */
export function nameTurnDeg(name: string, letterMm: number, part: Extent): 0 | -90 | null {
  const longMm = (name.length + 1) * letterMm * LETTER_SHARE, lineMm = letterMm * LINE_SHARE
  if (longMm <= part.wideMm && lineMm <= part.highMm) return 0
  return longMm <= part.highMm && lineMm <= part.wideMm ? -90 : null
}
