/** What is placed on a garment: where it lies, and what is in its way. */
import { boundsOf, boxAbout, boxOf, type Outline } from '#core/geometry'
import { faultsOf, GARMENTS, keepOutOutline, laidAt } from '#core/mend'
import type { SpecOf } from '../schemas'

/** Where something lies on its garment, and what the sole keeps off there. */
export type Place = Pick<SpecOf<'badge'>, 'place' | 'keepOuts'>

export const boxSized = (w: { wideMm: number, highMm: number }): Outline => boxOf({ left: 0, right: w.wideMm, bottom: 0, top: w.highMm })
/** Outlines about their own middle, as one box on the garment. */
export const laid = (outlines: readonly Outline[], { place }: Pick<Place, 'place'>): Outline => laidAt(boxAbout([...outlines]), place)
export const faultsOfPlace = (outlines: readonly Outline[], w: Place) => faultsOf(laid(outlines, w), w.place.on, w.keepOuts)
/** What the sole keeps off while this is pressed. */
export const keptOff = (w: Pick<Place, 'keepOuts'>): Outline[] => w.keepOuts.map(keepOutOutline)

const KEEP_OUT_WORD = { button: 'a button', zip: 'a zip', seam: 'a thick seam', other: 'something the iron must not meet' } as const
/** @throws RangeError where it lies over a button or the like, or off the garment */
export function judgePlace(outlines: readonly Outline[], w: Place): void {
  for (const f of faultsOfPlace(outlines, w)) {
    if (f.why === 'over')
      throw new RangeError(
        `Place: it covers ${KEEP_OUT_WORD[f.kind]}. That burns fingers and holds the iron off: move it, or take that off.`)
    if (f.why === 'off') throw new RangeError(`Place: part of it is off the ${GARMENTS[w.place.on].name.toLowerCase()}. Move it.`)
  }
}

/** A part of a design where it lies on the garment: placed as its whole is. */
export function laidWithin(part: Outline, whole: readonly Outline[], w: Pick<Place, 'place'>): Outline {
  const mid = (o: Outline) => {
    const { left, bottom, wideMm, highMm } = boundsOf(o)
    return { x: left + wideMm / 2, y: bottom + highMm / 2 }
  }
  const a = mid(part), b = mid(boxAbout([...whole])), turn = w.place.turnDeg * Math.PI / 180, dx = a.x - b.x, dy = a.y - b.y
  return laidAt(part, {
    ...w.place, asideMm: w.place.asideMm + dx * Math.cos(turn) - dy * Math.sin(turn),
    downMm: w.place.downMm - (dx * Math.sin(turn) + dy * Math.cos(turn)),
  })
}
