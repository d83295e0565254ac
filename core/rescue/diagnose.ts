import { CAUSE_FACTS, CAUSES, SIGNS, type CauseKey, type Sign } from './causes'
import { knownOf, type RescueContext } from './context'
import { answersTo, chanceOf, QUESTIONS, tellsApart, type Answers, type QuestionKey } from './questions'

interface Belief { cause: CauseKey, share: number }
export interface Diagnosis {
  /** Every cause with its share of belief, the strongest first; they come to 1. */
  beliefs: Belief[]
  /** What would split them best, and how much of the doubt it is expected to take, 0 to 1; null where asking helps no more. */
  ask: { question: QuestionKey, takes: number } | null
  /** Signs that cannot be of one and the same thing. */
  contradicts: [Sign, Sign] | null
}

/** A sign may be seen where its cause does not bring it: something else is wrong too. */
const STRAY = 0.025
/** People mark what strikes them: what is not marked says less than what is. */
const UNMARKED_WEIGHT = 0.5
/** How much the trade's own order weighs against what this workroom saw, in cases. */
const PRIOR_CASES = 20
/** A question that takes less of the doubt than this is not worth asking. */
const LEAST_TAKEN = 0.04
/** No more are asked: then someone presses a scrap. */
export const MOST_QUESTIONS = 4
const LEAST_PAST = 0.2

/** What cannot both be true of one bond: it lets go, and it holds better than the fabric. */
const LETS_GO: readonly Sign[] = ['lifts', 'peeledWashed', 'edges']

export function contradiction(signs: readonly Sign[]): [Sign, Sign] | null {
  const loose = signs.find(s => LETS_GO.includes(s))
  return loose && signs.includes('torn') ? [loose, 'torn'] : null
}

function priorOf(past: RescueContext['past']): number[] {
  const total = CAUSES.reduce((s, c) => s + CAUSE_FACTS[c].common, 0)
  return CAUSES.map(c => Math.max(LEAST_PAST, CAUSE_FACTS[c].common / total * PRIOR_CASES + (past[c] ?? 0)))
}
const normal = (weights: readonly number[]): number[] => {
  const all = weights.reduce((s, w) => s + w, 0)
  return weights.map(w => w / all)
}
const entropy = (shares: readonly number[]): number => -shares.reduce((s, p) => (p > 0 ? s + p * Math.log(p) : s), 0)

/** What a question is expected to take of the doubt, in nats, were it answered. */
function gainOf(q: QuestionKey, shares: readonly number[], before: number): number {
  let after = 0
  for (let a = 0; a < answersTo(q); a++) {
    const joint = CAUSES.map((c, i) => shares[i]! * chanceOf(q, a, c))
    const chance = joint.reduce((s, w) => s + w, 0)
    if (chance > 0) after += chance * entropy(normal(joint))
  }
  return before - after
}

/**
 * What lies behind what is seen: Bayes over the causes, from how common each is, what this workroom saw, what was done and washed, the
 * signs, and the answers so far; then the one question that is expected to take most of the doubt.
 * @param signs what is seen, at least one
 * Signs that contradict each other are named, and nothing more is asked until one of them is taken back.
 * @throws RangeError where nothing is seen
 */
export function diagnose(signs: readonly Sign[], answers: Answers, known: RescueContext): Diagnosis {
  if (signs.length === 0) throw new RangeError('Signs: choose at least one of what you see.')
  const against = contradiction(signs)
  const by = knownOf(known)
  const weights = priorOf(known.past).map((prior, i) => {
    const cause = CAUSES[i]!
    let w = prior * (by[cause] ?? 1)
    for (const sign of SIGNS) {
      // Tearing is no fault of the bond: it says that there is one.
      if (sign === 'torn') continue
      const shows = STRAY + (1 - STRAY) * (CAUSE_FACTS[cause].shows[sign] ?? 0)
      w *= signs.includes(sign) ? shows : (1 - shows) ** UNMARKED_WEIGHT
    }
    for (const [q, a] of Object.entries(answers)) if (a !== null && a !== undefined) w *= chanceOf(q as QuestionKey, a, cause)
    return w
  })
  const shares = normal(weights)
  const beliefs = CAUSES.map((cause, i) => ({ cause, share: shares[i]! })).sort((a, b) => b.share - a.share)
  return { beliefs, ask: against ? null : nextQuestion(shares, answers), contradicts: against }
}

function nextQuestion(shares: readonly number[], answers: Answers): Diagnosis['ask'] {
  const asked = Object.keys(answers).length
  if (asked >= MOST_QUESTIONS) return null
  const before = entropy(shares)
  if (before <= 0) return null
  let best: Diagnosis['ask'] = null
  for (const question of QUESTIONS) {
    if (question in answers || tellsApart(question).length === 0) continue
    const takes = gainOf(question, shares, before) / before
    if (takes >= LEAST_TAKEN && (!best || takes > best.takes)) best = { question, takes }
  }
  return best
}
