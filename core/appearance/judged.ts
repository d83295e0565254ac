import { UNDAMAGED, type FabricAppearance } from './appearance'

/** Marks a swatch is judged by. */
export type Mark
  = 'shine' | 'scorch' | 'bubbles' | 'strikeThrough' | 'waterMark' | 'lostTexture' | 'shrinkage' | 'dotsVisible' | 'stiff'

/** Plainly seen, as someone marks it: no mark says how bad it is. */
const PLAIN = 0.7
const MARK_AS: Record<Exclude<Mark, 'dotsVisible'>, Partial<FabricAppearance>> = {
  shine: { shine: PLAIN }, scorch: { yellowed: PLAIN, browned: 0.25 }, bubbles: { bubbles: PLAIN }, strikeThrough: { adhesiveOut: PLAIN },
  waterMark: { rings: PLAIN }, lostTexture: { crushed: PLAIN }, shrinkage: { shrunk: PLAIN }, stiff: { stiff: PLAIN },
}
/** Of the interfacing so much has let go at each grade, from falls off to something tears first. */
const PEELED_AT = [1, 0.75, 0.4, 0.08, 0, 0] as const

/**
 * How a swatch looks by its judging: the same picture for the same grade, whoever judged it.
 * @param grade 0 to 5 @throws RangeError for a grade that is none
 */
export function appearanceOfJudging(grade: number, marks: readonly Mark[] = []): FabricAppearance {
  const peeled = PEELED_AT[grade]
  if (peeled === undefined) throw new RangeError('Grade: a whole one from 0 to 5.')
  const appearance: FabricAppearance = { ...UNDAMAGED, peeled, melted: marks.includes('dotsVisible') ? 0 : 1, torn: grade === 5 }
  for (const mark of marks) if (mark !== 'dotsVisible') Object.assign(appearance, MARK_AS[mark])
  return appearance
}
