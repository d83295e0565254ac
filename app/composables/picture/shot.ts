import { gainsOf, madePrint, type Gains, type Picture, type PrintAsk } from '#core/colour'
import { meanHex, WHITE_CARD } from './taken'

/** A picture that was taken, with a line on it whose length is known, and perhaps a white card. */
export interface Shot {
  picture: Picture
  address: string
  /** In points of the picture. */
  line: { x0: number, y0: number, x1: number, y1: number }
  /** How long that line is; null until someone says. */
  lengthMm: number | null
  white: { x: number, y: number } | null
}
/** What cannot be done with a picture yet. */
export const NO_LENGTH = 'Picture: say how long the line on it is. Without a known length nothing on it has a size.'

export const shotOf = (picture: Picture, lengthMm: number | null): Shot => ({
  picture, address: addressOf(picture), lengthMm, white: null,
  line: { x0: picture.wide * 0.1, y0: picture.high * 0.92, x1: picture.wide * 0.9, y1: picture.high * 0.92 },
})
/** Size of a point, mm; null where no length is known. */
export function mmPerPx(shot: Shot | null): number | null {
  if (!shot?.lengthMm) return null
  const px = Math.hypot(shot.line.x1 - shot.line.x0, shot.line.y1 - shot.line.y0)
  return px > 2 ? shot.lengthMm / px : null
}
/** What makes the white card white. @throws RangeError where it is too dark */
export const gainsOfShot = (shot: Shot): Gains | undefined =>
  shot.white ? gainsOf(meanHex(shot.picture, shot.white), WHITE_CARD) : undefined

/** What lies before the camera that is not there. */
export const STAND_INS: readonly (Pick<PrintAsk, 'kind' | 'colours' | 'repeatMm' | 'seed'> & { name: string })[] = [
  { name: 'Bunting, red', kind: 'plain', colours: ['#9b2d30'], repeatMm: 20, seed: 1 },
  { name: 'Bunting, red stripe', kind: 'stripes', colours: ['#9b2d30', '#f0e7d2'], repeatMm: 9, seed: 2 },
  { name: 'Sprigged lawn', kind: 'sprigs', colours: ['#efe6d4', '#3b6b58', '#a64a5a'], repeatMm: 11, seed: 3 },
  { name: 'Steward check', kind: 'checks', colours: ['#f4f1e8', '#7d93b5', '#34466b'], repeatMm: 7, seed: 4 },
  { name: 'Neckerchief dots', kind: 'dots', colours: ['#27355c', '#f2ead8'], repeatMm: 8, seed: 5 },
  { name: 'Deck stripe', kind: 'stripes', colours: ['#3d5a80', '#f3efe4'], repeatMm: 14, seed: 6 },
  { name: 'Plum, plain', kind: 'plain', colours: ['#5d2f4f'], repeatMm: 20, seed: 7 },
]
/** A made-up picture 60 mm wide, as the stand-in camera takes it. */
export const standInShot = (i: number): Shot => {
  const { name: _, ...ask } = STAND_INS[i]!
  return shotOf(madePrint({ ...ask, wideMm: 60, highMm: 45, pxPerMm: 8 }), 48)
}
