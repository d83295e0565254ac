import { labOfLinear, type Gains, type Lab } from './lab'

/** Points in rows from the upper left, four bytes each: red, green, blue, opacity. */
export interface Picture { rgba: Uint8ClampedArray | Uint8Array, wide: number, high: number }

/** Bits kept of each channel when points are counted. */
const BITS = 5
const BIN_COUNT = 1 << (3 * BITS)
/** Each byte of a screen's colour as light, 0 to 1 (IEC 61966-2-1). */
export const LIGHT = Float64Array.from({ length: 256 }, (_, i) => {
  const v = i / 255
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4
})

/** Light as a byte of a screen's colour. */
export const toByte = (v: number): number => Math.round(255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055))
/** A picture put right: each channel so much lighter or darker. */
export function corrected({ rgba, wide, high }: Picture, gains: Gains): Picture {
  const to = gains.map(g => Uint8ClampedArray.from({ length: 256 }, (_, i) => toByte(Math.min(1, LIGHT[i]! * g))))
  return { rgba: Uint8ClampedArray.from(rgba, (v, i) => (i % 4 === 3 ? v : to[i % 4]![v]!)), wide, high }
}

/** Which bin a point falls into. */
export const binOf = (rgba: Picture['rgba'], at: number): number =>
  (rgba[at]! >> (8 - BITS) << (2 * BITS)) | (rgba[at + 1]! >> (8 - BITS) << BITS) | (rgba[at + 2]! >> (8 - BITS))

/** Colours that occur, with how many points have them; each the mean of its points. */
export interface Counted { bin: Int32Array, count: Float64Array, lab: Lab[] }

/**
 * Counts every point once: exact shares whatever the picture's size. Points that are see-through are left out.
 * @throws RangeError where there is no point
 */
export function countColours({ rgba }: Picture, gains: Gains = [1, 1, 1]): Counted {
  const count = new Float64Array(BIN_COUNT), sums = new Float64Array(BIN_COUNT * 3)
  for (let i = 0; i + 3 < rgba.length; i += 4) {
    if (rgba[i + 3]! < 128) continue
    const bin = binOf(rgba, i), at = bin * 3
    count[bin]!++
    sums[at]! += rgba[i]!
    sums[at + 1]! += rgba[i + 1]!
    sums[at + 2]! += rgba[i + 2]!
  }
  const used: number[] = []
  for (let bin = 0; bin < BIN_COUNT; bin++) if (count[bin]! > 0) used.push(bin)
  if (used.length === 0) throw new RangeError('Picture: there is nothing on it.')
  const light = (bin: number, channel: 0 | 1 | 2) => {
    const mean = sums[bin * 3 + channel]! / count[bin]!
    return Math.min(1, LIGHT[Math.round(mean)]! * gains[channel])
  }
  return {
    bin: Int32Array.from(used), count: Float64Array.from(used, bin => count[bin]!),
    lab: used.map(bin => labOfLinear([light(bin, 0), light(bin, 1), light(bin, 2)])),
  }
}
export { BIN_COUNT }
