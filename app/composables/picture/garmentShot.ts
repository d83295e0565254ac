import type { Shot } from './shot'

/** A picture of the garment itself, and where on it the neck edge meets the centre line, in points of the picture. */
export interface GarmentShot { shot: Shot, neck: { x: number, y: number } }
/** By what is put on; gone with the page. */
const taken = shallowReactive(new Map<string, GarmentShot>())

/** The picture of a garment that something is placed on; null where it is drawn. @param key what is placed */
export function useGarmentShot(key: () => string) {
  return computed<GarmentShot | null>({
    get: () => taken.get(key()) ?? null,
    set: (g) => {
      if (g) taken.set(key(), g)
      else taken.delete(key())
    },
  })
}
/** Where the neck edge is first taken to be: at the top, in the middle. */
export const neckOf = (shot: Shot): GarmentShot => ({ shot, neck: { x: shot.picture.wide / 2, y: shot.picture.high * 0.1 } })
