import type { Method, Way } from './recipe'

/** A way as the choice sees it. */
export interface Choosable { way: Way, method: Method, works: boolean, score: number, roomC: number }

export interface ChoiceRules {
  /** What a person has chosen; null = nobody has. */
  wanted: Way | null
  /** The method that own swatches proved on this very setup. */
  proved: Method | null
  /** The house's school: whichever forgives most, dry, or moist. */
  moisture: 'widest' | 'dry' | 'moist'
}

/** By the sheet's own seconds there must be at least this room, °C, for them to lead. */
const MAKER_ROOM_C = 3

/**
 * Which recipe is on the board until a person takes another. The order of trust: what was chosen, what own swatches proved, the
 * sheet's own recipe where it holds here with some room, then the best of those worked out. Null where none works.
 */
export function chooseWay(ways: readonly Choosable[], { wanted, proved, moisture }: ChoiceRules): Way | null {
  const works = ways.filter(w => w.works)
  const asked = works.find(w => w.way === wanted)
  if (asked) return asked.way
  if (proved) return proved
  const isOfSchool = (w: Choosable) => moisture === 'widest' || (moisture === 'dry') === (w.method === 'dry')
  const liked = works.some(isOfSchool) ? works.filter(isOfSchool) : works
  const sheet = liked.find(w => w.way === 'sheet' && w.roomC >= MAKER_ROOM_C)
  if (sheet) return 'sheet'
  return [...liked].sort((a, b) => b.score - a.score)[0]?.way ?? null
}
