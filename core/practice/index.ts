/** A place to practise: benches with a hidden truth, pressed by the clock, judged like the real ones. */
import { agentsBench, bestAgents, judgeAgents } from './agents'
import { FREE_RULES, isPressed, pressExercise } from './benches'
import { bestBraid, braidBench, judgeBraid } from './braid'
import { bestCorner, cornerBench, judgeCorner } from './corner'
import type { Attempt, PracticeBench, ExerciseKey, TopicAsked, Verdict } from './exercise'
import { UNHURT } from '../look'
import { bestLining, judgeLining, liningBench } from './lining'
import { bestOrder, judgeOrder, orderBench } from './ordering'
import { bestPressing, judgePressing, type PressRules } from './pressing'

export {
  EXERCISES, PASS_AT, type Attempt, type PracticeBench, type Choice, type ExerciseKey, type Finding, type Topic,
  type TopicAsked, type Verdict,
} from './exercise'
export { freeBench, PRACTICE_STOPS } from './benches'
export { CORNER_FIBRES, CORNER_STEPS_C, seenAt, touched } from './corner'
export { marksAfterMm } from './braid'
export { orderTask } from './ordering'
export { choicesOf, qualityOf } from './pressing'
export { seedOf, truthOf } from './truth'

type Others = Exclude<ExerciseKey, 'dryMoist' | 'thick' | 'laminate' | 'filmSteam' | 'velvet' | 'gassed' | 'leafletLies'>
const OTHERS: Record<Others, {
  bench: (seed: number) => Omit<PracticeBench, 'key' | 'seed'>
  judge: (seed: number, attempt: Attempt) => Verdict
  best: (seed: number) => Attempt
}> = {
  corner: { bench: cornerBench, judge: judgeCorner, best: bestCorner }, braid: { bench: braidBench, judge: judgeBraid, best: bestBraid },
  agents: { bench: agentsBench, judge: judgeAgents, best: bestAgents }, order: { bench: orderBench, judge: judgeOrder, best: bestOrder },
  lining: { bench: liningBench, judge: judgeLining, best: bestLining },
}
const rulesOf = (b: PracticeBench): PressRules | null => {
  if (b.key === 'free') return FREE_RULES(b.seed)
  if (!isPressed(b.key)) return null
  const { rules, options } = pressExercise(b.key, b.seed)
  return { ...rules, options }
}

/** Is it answered with something that was offered: one, exactly two, or all of them in a row? */
function answered({ options, how }: TopicAsked, said: string | undefined): boolean {
  if (said === undefined) return false
  const parts = how === 'one' ? [said] : said.split(how === 'two' ? '+' : '>')
  const many = how === 'one' ? 1 : how === 'two' ? 2 : options.length
  return new Set(parts).size === many && parts.length === many && parts.every(p => options.includes(p))
}
const NOTHING: Omit<Verdict, 'findings'> = { score: 0, near: 0, passed: false, look: UNHURT, grade: null, course: null, truth: {} }

/** Lays an exercise out. The same seed lays the same one, and hides the same. */
export function beginExercise(key: ExerciseKey, seed: number): PracticeBench {
  return { key, seed, ...(isPressed(key) ? pressExercise(key, seed).bench : OTHERS[key].bench(seed)) }
}
/** What became of an attempt, how near it came to the best that was possible, and why. */
export function judgeAttempt(b: PracticeBench, attempt: Attempt): Verdict {
  const open = b.asks.find(a => !answered(a, attempt.choice[a.topic]))
  if (open) return { ...NOTHING, findings: [{ say: 'unanswered', topic: open.topic }] }
  const rules = rulesOf(b)
  return rules ? judgePressing(b, attempt, rules) : OTHERS[b.key as Others].judge(b.seed, attempt)
}
/** The best that was possible on a bench. */
export function bestAttempt(b: PracticeBench): Attempt {
  const rules = rulesOf(b)
  return rules ? bestPressing(b, rules).attempt : OTHERS[b.key as Others].best(b.seed)
}
