/** A place to practise: setups with a hidden truth, pressed by the clock, judged like the real ones. */
import { agentsSetup, bestAgents, judgeAgents } from './agents'
import { FREE_RULES, isPressed, pressExercise } from './setups'
import { bestBraid, braidSetup, judgeBraid } from './braid'
import { bestCorner, cornerSetup, judgeCorner } from './corner'
import type { Attempt, Choice, PracticeSetup, ExerciseKey, TopicAsked, Verdict } from './exercise'
import { UNDAMAGED } from '../appearance'
import { bestLining, judgeLining, liningSetup } from './lining'
import { bestOrder, judgeOrder, orderSetup } from './ordering'
import { bestPressing, judgePressing, type PressRules } from './pressing'

export {
  EXERCISES, PASS_AT, type Attempt, type PracticeSetup, type Choice, type ExerciseKey, type Finding, type Topic,
  type TopicAsked, type Verdict,
} from './exercise'
export { freeSetup, PRACTICE_SETTINGS } from './setups'
export { CORNER_FIBRES, CORNER_STEPS_C, seenAt, touched } from './corner'
export { marksAfterMm } from './braid'
export { orderTask } from './ordering'
export { choicesOf, qualityOf } from './pressing'
export { seedOf, truthOf } from './truth'

type Others = Exclude<ExerciseKey, 'dryMoist' | 'thick' | 'laminate' | 'filmSteam' | 'velvet' | 'gassed' | 'instructionsMislead'>
const OTHERS: Record<Others, {
  setup: (seed: number) => Omit<PracticeSetup, 'key' | 'seed'>
  judge: (seed: number, attempt: Attempt) => Verdict
  best: (seed: number) => Attempt
}> = {
  corner: { setup: cornerSetup, judge: judgeCorner, best: bestCorner }, braid: { setup: braidSetup, judge: judgeBraid, best: bestBraid },
  agents: { setup: agentsSetup, judge: judgeAgents, best: bestAgents }, order: { setup: orderSetup, judge: judgeOrder, best: bestOrder },
  lining: { setup: liningSetup, judge: judgeLining, best: bestLining },
}
const rulesOf = (b: PracticeSetup): PressRules | null => {
  if (b.key === 'free') return FREE_RULES(b.seed)
  if (!isPressed(b.key)) return null
  const { rules, options } = pressExercise(b.key, b.seed)
  return { ...rules, options }
}

/** Is it answered with something that was offered: one, exactly two, or all of them in a row? */
function isTopicAnswered({ options, how }: TopicAsked, said: string | undefined): boolean {
  if (said === undefined) return false
  const parts = how === 'one' ? [said] : said.split(how === 'two' ? '+' : '>')
  const many = how === 'one' ? 1 : how === 'two' ? 2 : options.length
  return new Set(parts).size === many && parts.length === many && parts.every(p => options.includes(p))
}
const NOTHING: Omit<Verdict, 'findings'> = { score: 0, near: 0, passed: false, look: UNDAMAGED, grade: null, course: null, truth: {} }

/** Sets up an exercise. The same seed sets up the same one, and hides the same. */
export function beginExercise(key: ExerciseKey, seed: number): PracticeSetup {
  return { key, seed, ...(isPressed(key) ? pressExercise(key, seed).setup : OTHERS[key].setup(seed)) }
}
/** Is everything answered that it asks? */
export const isAnswered = (b: PracticeSetup, choice: Choice): boolean => b.asks.every(a => isTopicAnswered(a, choice[a.topic]))
/** How often the sole is set down for one try; never where it is not pressed by the clock. */
export function touchesAsked({ clock }: Pick<PracticeSetup, 'clock'>, choice: Choice): number {
  if (clock === 'touches') return Number(choice.touches ?? 1)
  return clock === 'hold' ? (choice.side === 'both' ? 2 : 1) : 0
}
/** What became of an attempt, how near it came to the best that was possible, and why. */
export function judgeAttempt(b: PracticeSetup, attempt: Attempt): Verdict {
  const open = b.asks.find(a => !isTopicAnswered(a, attempt.choice[a.topic]))
  if (open) return { ...NOTHING, findings: [{ say: 'unanswered', topic: open.topic }] }
  const rules = rulesOf(b)
  return rules ? judgePressing(b, attempt, rules) : OTHERS[b.key as Others].judge(b.seed, attempt)
}
/** The best that was possible on a setup. */
export function bestAttempt(b: PracticeSetup): Attempt {
  const rules = rulesOf(b)
  return rules ? bestPressing(b, rules).attempt : OTHERS[b.key as Others].best(b.seed)
}
