import type { SwatchBody } from '../schemas'
import { dayWords, timeWords } from './measure'

export const GRADE_WORDS = [
  'falls off', 'a fingertip lifts it', 'a steady pull peels it', 'a nail is needed to start', 'the fabric distorts first',
  'something tears first',
] as const
export const MARK_NAME: Record<SwatchBody['marks'][number], string> = {
  shine: 'shine', scorch: 'yellowed', bubbles: 'bubbles', strikeThrough: 'adhesive on the right side', waterMark: 'water mark',
  lostTexture: 'lost texture', shrinkage: 'shrunk', dotsVisible: 'dots still crisp', stiff: 'boardy',
}

/** The bond predicted, in the words of the judging. */
export function bondWords(bond: number): string {
  if (bond < 0.15) return 'would fall off'
  if (bond < 0.6) return 'would lift at a fingertip'
  if (bond < 1) return 'would peel with a pull'
  return bond <= 3 ? 'should hold' : 'over-fused'
}

/** Does the judgement agree with the prediction? A grade of 3 and more is a hold. */
export const isAgreed = (predictedBond: number, grade: number): boolean => (predictedBond >= 0.9) === (grade >= 3)

/** The state of the sole. */
export const SOLE_WORDS = { off: 'off', warming: 'warming', ready: 'ready', cooling: 'cooling', shutOff: 'shut itself off' } as const

const hour = (ms: number): string => timeWords(ms)
const DAY_MS = 86_400_000
const when = (ms: number, nowMs: number): string => nowMs - ms < DAY_MS
  ? hour(ms)
  : `${dayWords(ms)}, ${hour(ms)}`

/**
 * The state of the connection with the server, for the rest; null while all is well.
 * @param copyOfMs when the oldest of what is shown was read
 */
export function awayWords(
  { waiting, refused, awaySinceMs, copyOfMs, nowMs }: Record<'waiting' | 'refused' | 'nowMs', number>
    & Record<'awaySinceMs' | 'copyOfMs', number | null>,
): string | null {
  const parts = [
    ...(waiting > 0 ? [`kept here: ${waiting}`] : []), ...(refused > 0 ? [`${refused} refused`] : []),
    ...(awaySinceMs === null ? [] : [`server away since ${when(awaySinceMs, nowMs)}`]),
    ...(awaySinceMs === null || copyOfMs === null ? [] : [`shown as of ${when(copyOfMs, nowMs)}`]),
  ]
  return parts.length > 0 ? parts.join(', ') : null
}

export const WAITING_NAME = {
  swatch: 'Swatch', wash: 'Wash', reading: 'Reading', picture: 'Picture', calibration: 'Calibration', session: 'Session',
  press: 'At the press',
} as const
/** Said at a form whose entry could not be sent yet. */
export const KEPT_HERE = 'Kept here. It goes to the server when that answers again.'
