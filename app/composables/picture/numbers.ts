import type { Point } from '#core/geometry'

/** Numbers in a picture: how large those of each are, points of the screen, and whether those that are done have a tick before them. */
export interface PictureNumbers { sizesPx: number[], isTicked: boolean }
const LARGEST_PX = 26, SMALLEST_PX = 11, SMALL_PX = 15
/** Two figures are so many times as wide as they are large, with a tick before them; and one line so high. */
const WIDE = 1.3, TICKED_WIDE = 2.2, HIGH = 1.15

/**
 * As large as they may be without lying on each other, down to what can still be read; where ticks would make them smaller than those of
 * a small mark, there are none.
 * @param at where each stands, points of the screen @param isSmall is the mark it stands on small?
 */
export function numbersAt(at: readonly Point[], isSmall: (i: number) => boolean): PictureNumbers {
  const sizes = (wide: number): number[] => at.map((here, i) => at.reduce((least, there, k) => (k === i
    ? least
    : Math.min(least, Math.max(Math.abs(there.x - here.x) / wide, Math.abs(there.y - here.y) / HIGH))), isSmall(i) ? SMALL_PX : LARGEST_PX))
  const ticked = sizes(TICKED_WIDE), isTicked = ticked.every(px => px >= SMALL_PX)
  return { sizesPx: (isTicked ? ticked : sizes(WIDE)).map(px => Math.max(SMALLEST_PX, px)), isTicked }
}
