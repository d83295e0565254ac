import type { Picture } from '#core/colour'

/** A part of a picture, in its own points. */
export interface Frame { x: number, y: number, wide: number, high: number }
interface Point { x: number, y: number }

/** What a white card is, as a colour. */
export const WHITE_CARD = '#f4f4f2'
/** A frame smaller than this is a slip of the hand, points. */
const LEAST_PX = 8

/** The mean colour about a point of a picture, as six figures. @param reach points to each side */
export function meanHex({ rgba, wide, high }: Picture, at: Point, reach = 4): string {
  const sum = [0, 0, 0]
  let n = 0
  for (let y = Math.max(0, Math.round(at.y) - reach); y <= Math.min(high - 1, Math.round(at.y) + reach); y++)
    for (let x = Math.max(0, Math.round(at.x) - reach); x <= Math.min(wide - 1, Math.round(at.x) + reach); x++) {
      for (let c = 0; c < 3; c++) sum[c]! += rgba[(y * wide + x) * 4 + c]!
      n++
    }
  return `#${sum.map(s => Math.round(s / Math.max(1, n)).toString(16).padStart(2, '0')).join('')}`
}
/** The colour of a whole picture, its rim left out. */
export const colourOf = (picture: Picture): string => meanHex(
  picture, { x: (picture.wide - 1) / 2, y: (picture.high - 1) / 2 }, Math.max(1, Math.floor(Math.min(picture.wide, picture.high) * 0.35)),
)

/** The frame somebody draws from one point to another, within the picture. @returns null where it is too small to be meant */
export function frameBetween(a: Point, b: Point, { wide, high }: Pick<Picture, 'wide' | 'high'>, square: boolean): Frame | null {
  const clip = (v: number, most: number) => Math.min(most, Math.max(0, v))
  let x0 = clip(Math.min(a.x, b.x), wide), x1 = clip(Math.max(a.x, b.x), wide)
  let y0 = clip(Math.min(a.y, b.y), high), y1 = clip(Math.max(a.y, b.y), high)
  if (square) {
    const side = Math.min(x1 - x0, y1 - y0)
    if (b.x < a.x) x0 = x1 - side
    else x1 = x0 + side
    if (b.y < a.y) y0 = y1 - side
    else y1 = y0 + side
  }
  return x1 - x0 < LEAST_PX || y1 - y0 < LEAST_PX ? null : { x: x0, y: y0, wide: x1 - x0, high: y1 - y0 }
}

/** A part of a picture by itself; all of it where nothing was framed. */
export function croppedTo(picture: Picture, frame: Frame | null): Picture {
  if (!frame) return picture
  const x = Math.floor(frame.x), y = Math.floor(frame.y)
  const wide = Math.max(1, Math.min(picture.wide - x, Math.round(frame.wide)))
  const high = Math.max(1, Math.min(picture.high - y, Math.round(frame.high)))
  const rgba = new Uint8ClampedArray(wide * high * 4)
  for (let row = 0; row < high; row++) {
    const at = ((y + row) * picture.wide + x) * 4
    rgba.set(picture.rgba.subarray(at, at + wide * 4), row * wide * 4)
  }
  return { rgba, wide, high }
}
