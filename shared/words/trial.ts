import type { TrialBody } from '../schemas'

export const GRADE_WORDS = [
  'falls off', 'a fingertip lifts it', 'a steady pull peels it', 'a nail is needed to start', 'the cloth distorts first',
  'something tears first',
] as const
export const MARK_NAME: Record<TrialBody['marks'][number], string> = {
  shine: 'shine', scorch: 'yellowed', bubbles: 'bubbles', strikeThrough: 'resin on the face', waterMark: 'water mark',
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
export const agrees = (predictedBond: number, grade: number): boolean => (predictedBond >= 0.9) === (grade >= 3)

/** How the sole stands. */
export const SOLE_WORDS = { off: 'off', warming: 'warming', ready: 'ready', cooling: 'cooling', shutOff: 'shut itself off' } as const

/** Swatches judged here that have not reached the server. */
export const waitingWords = (n: number): string => `${n} ${n === 1 ? 'swatch waits' : 'swatches wait'} for the server`
