import { corrected, type Gains, type Picture } from '#core/colour'

/** Larger pictures are not opened; a longer side is made so many points long before it is looked at. */
const MOST_MB = 30
const LONGEST_PX = 4200

/** A picture out of a file, upright, as points. @throws Error with a sentence where it is none */
export async function pictureFrom(file: Blob, longestPx = LONGEST_PX): Promise<Picture> {
  if (file.size > MOST_MB * 1e6) throw new Error(`Picture: ${Math.round(file.size / 1e6)} MB is more than ${MOST_MB}. Take a smaller one.`)
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => {
    throw new Error('Picture: this is no picture that can be read. Take a JPEG, PNG or WebP.')
  })
  const scale = Math.min(1, longestPx / Math.max(bitmap.width, bitmap.height))
  const wide = Math.max(1, Math.round(bitmap.width * scale)), high = Math.max(1, Math.round(bitmap.height * scale))
  const canvas = new OffscreenCanvas(wide, high), context = canvas.getContext('2d', { willReadFrequently: true })!
  context.drawImage(bitmap, 0, 0, wide, high)
  bitmap.close()
  return { rgba: context.getImageData(0, 0, wide, high).data, wide, high }
}
const canvasOf = ({ rgba, wide, high }: Picture): HTMLCanvasElement => {
  const canvas = Object.assign(document.createElement('canvas'), { width: wide, height: high })
  canvas.getContext('2d')!.putImageData(new ImageData(new Uint8ClampedArray(rgba), wide, high), 0, 0)
  return canvas
}
export const addressOf = (picture: Picture, quality = 0.85): string => canvasOf(picture).toDataURL('image/jpeg', quality)
/** A picture as a file. */
export const fileOf = (picture: Picture, quality = 0.9): Promise<Blob> => new Promise((done, fail) => {
  const made = (blob: Blob | null) => (blob ? done(blob) : fail(new Error('Picture: this browser cannot make a file of it.')))
  canvasOf(picture).toBlob(made, 'image/jpeg', quality)
})
/** Out of an address within the page. */
export async function pictureAt(address: string): Promise<Picture> {
  const image = new Image()
  image.src = address
  await image.decode()
  const canvas = Object.assign(document.createElement('canvas'), { width: image.naturalWidth, height: image.naturalHeight })
  const context = canvas.getContext('2d')!
  context.drawImage(image, 0, 0)
  return { rgba: context.getImageData(0, 0, canvas.width, canvas.height).data, wide: canvas.width, high: canvas.height }
}

/** A small picture is so wide and so fine, mm and points a mm. */
const TILE_MM = 40, TILE_PX_PER_MM = 3
/** A square out of the middle of a picture, small enough to be kept. @param mmPerPx size of a point @param gains by its white card */
export function tileOf(picture: Picture, mmPerPx: number, gains?: Gains): { picture: string, wideMm: number } {
  const wideMm = Math.min(TILE_MM, picture.wide * mmPerPx, picture.high * mmPerPx), px = wideMm / mmPerPx
  const side = Math.max(8, Math.round(wideMm * TILE_PX_PER_MM))
  const canvas = Object.assign(document.createElement('canvas'), { width: side, height: side })
  canvas.getContext('2d')!.drawImage(
    canvasOf(picture), (picture.wide - px) / 2, (picture.high - px) / 2, px, px, 0, 0, side, side,
  )
  const { data } = canvas.getContext('2d')!.getImageData(0, 0, side, side), small = { rgba: data, wide: side, high: side }
  return { picture: addressOf(gains ? corrected(small, gains) : small), wideMm }
}
export { TILE_PX_PER_MM }
