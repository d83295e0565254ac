import { areaMm2, boundsOf, type Outline } from '../geometry'

/** A part of a design that is stitched in one go. */
export interface StitchPart {
  name: string
  outline: Outline
  stitches: number
  /** Widest satin column in it, mm; none where it is filled. */
  satinMm: number
  /** Thread led from one place to the next without being cut, mm. */
  travelMm: number
}
export interface StitchDesign { parts: readonly StitchPart[] }

/** More stitches on a square millimetre than a needle can place: the figures are wrong. */
const MOST_PER_MM2 = 8

/** Every part with its mean density, stitches/mm². @throws RangeError where there is no stitch, or more than a needle can place */
export function denseParts({ parts }: StitchDesign): (StitchPart & { perMm2: number, wideMm: number, highMm: number })[] {
  if (parts.length === 0) throw new RangeError('Parts: a design has at least one.')
  return parts.map((p) => {
    if (!(p.stitches > 0)) throw new RangeError(`${p.name}: stitches: give more than 0.`)
    const perMm2 = p.stitches / areaMm2(p.outline)
    if (perMm2 > MOST_PER_MM2)
      throw new RangeError(`${p.name}: ${Math.round(perMm2)} stitches on every mm² cannot be. Look at its size and its stitches again.`)
    const { wideMm, highMm } = boundsOf(p.outline)
    return { ...p, perMm2, wideMm, highMm }
  })
}
