import { converter, differenceCiede2000, formatHex } from 'culori'

/** A colour in CIELAB under daylight (D65): lightness 0 to 100, red against green, yellow against blue. */
export interface Lab { l: number, a: number, b: number }
/** Red, green and blue in equal steps of light, 0 to 1. */
export type Linear = readonly [number, number, number]

const toLab65 = converter('lab65'), toLinear = converter('lrgb')
const formula = differenceCiede2000()
const modal = ({ l, a, b }: Lab) => ({ mode: 'lab65' as const, l, a, b })

const labOfLinear = ([r, g, b]: Linear): Lab => {
  const { l, a, b: yellow } = toLab65({ mode: 'lrgb', r, g, b })
  return { l, a, b: yellow }
}
export const linearOf = (lab: Lab): Linear => {
  const { r, g, b } = toLinear(modal(lab))
  return [r, g, b]
}
/** @throws RangeError where it is not six figures after a # */
export function linearOfHex(hex: string): Linear {
  if (!/^#[0-9a-f]{6}$/i.test(hex)) throw new RangeError('Colour: six figures after a #, such as #ffffff.')
  const { r, g, b } = toLinear(hex)!
  return [r, g, b]
}
/** A shelf of thousands has a few colours: each is worked out once, and so many are remembered. */
const MOST_KNOWN = 1000
const known = new Map<string, Readonly<Lab>>()
/** @throws RangeError where it is not six figures after a # */
export function labOf(hex: string): Readonly<Lab> {
  const was = known.get(hex)
  if (was) return was
  const lab = Object.freeze(labOfLinear(linearOfHex(hex)))
  if (known.size >= MOST_KNOWN) known.clear()
  known.set(hex, lab)
  return lab
}
export const hexOf = (lab: Lab): string => formatHex(modal(lab))!

/** How far two colours stand apart: CIEDE2000 (Sharma, Wu and Dalal 2005), about 1 where an eye just tells them. */
export const deltaE00 = (a: Lab, b: Lab): number => formula(modal(a), modal(b))

/** A picture whose white card is not white is put right: each channel so much lighter or darker. */
export type Gains = Linear
const LEAST_LIGHT = 0.02, MOST_GAIN = 8
/**
 * Gains that make a thing of known colour in the picture what it is.
 * @throws RangeError where it is too dark in the picture to go by
 */
export function gainsOf(seenHex: string, isHex: string): Gains {
  const seen = linearOfHex(seenHex), is = linearOfHex(isHex)
  if (seen.some(v => v < LEAST_LIGHT)) throw new RangeError('Reference: it is too dark in the picture to go by. Take it in better light.')
  return [0, 1, 2].map(i => Math.min(MOST_GAIN, is[i]! / seen[i]!)) as unknown as Gains
}
export { labOfLinear }
