import { boundsOf, offset, shifted, union, type Outline } from '../geometry'

/** A line of text as outlines at true size, letter by letter, standing on the line at 0; `missing` names letters that cannot be set. */
export interface SetText { letters: Outline[][], wideMm: number, missing: string[] }
/** Sets a text in a typeface; `missing` names the letters it lacks. */
export type Typesetter = (text: string, sizeMm: number) => SetText

const list = (letters: readonly string[]): string => letters.map(l => `“${l}”`).join(', ')
/** @throws RangeError naming the letters that the typeface lacks, or that there are none */
export function setText(text: string, sizeMm: number, typeset: Typesetter): SetText {
  if (text.trim() === '') throw new RangeError('Letters: write at least one.')
  const set = typeset(text, sizeMm)
  if (set.missing.length > 0)
    throw new RangeError(`Letters: this typeface has no ${list([...new Set(set.missing)])}. Choose another, or write it otherwise.`)
  return set
}

/** The interfacing of a padded letter is cut a hair larger, so that its edge is caught; of a flat one it is no larger. mm. */
const PADDED_MORE_MM = 0.8, FLAT_LESS_MM = 0.3

/**
 * What is cut of the interfacing that holds letters again: each letter and a margin, letters that touch then as one, laid so that it can be
 * cut from its adhesive side or its back.
 * @throws RangeError where a margin leaves nothing of a letter
 */
export function letterInterfacing(letters: readonly Outline[], padded: boolean): Outline[] {
  const cut = offset(letters, padded ? PADDED_MORE_MM : -FLAT_LESS_MM)
  if (cut.length === 0) throw new RangeError(
    'Letters: nothing of them is left within the margin. They are too thin for an interfacing: sew them.')
  return union(cut)
}

/** Only the letters that come off, in their places, counted from 0 without the spaces; all where none is named. */
export function lettersAt(set: SetText, of: readonly number[]): Outline[] {
  return (of.length === 0 ? set.letters : set.letters.filter((_, i) => of.includes(i))).flat()
}
/** With its middle at the origin. */
export function centred(outlines: readonly Outline[]): Outline[] {
  const { left, bottom, wideMm, highMm } = boundsOf({ rim: outlines.flatMap(o => o.rim) })
  return outlines.map(o => shifted(o, -left - wideMm / 2, -bottom - highMm / 2))
}
