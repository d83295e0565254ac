import { freeWaterGsm, layerOf } from '../heat'
import { explainPressed } from '../learn'
import type { HurtKind } from '../hurt'
import { seeded } from '../numeric'
import { COARSE, draftRecipe, evaluate, resinOf, searchMethod, type Bench, type Outcome, type Recipe } from '../recipe'
import type { CauseKey, Sign } from './causes'
import { NO_CONTEXT, worstOf, type RescueContext } from './context'
import { diagnose, MOST_QUESTIONS } from './diagnose'
import type { Answer, QuestionKey } from './questions'

/** The kinds of failure that are simulated. */
export const SIMULATED = [
  'tooCool', 'tooShort', 'tooWet', 'tooThick', 'sideWrong', 'missedPlaces', 'movedHot', 'finish', 'washTooHot', 'shrankApart', 'overFused',
  'backingHeavy', 'bareSole', 'tooHot', 'waterMarked',
] as const satisfies readonly CauseKey[]

/** A failed piece: what it really is, what is seen of it, what its maker would answer, and what the board knows. */
export interface Failure {
  hidden: CauseKey
  signs: Sign[]
  answer: (q: QuestionKey) => Answer
  known: RescueContext
}

/** People miss a sign so often, see one that is not there, answer wrongly, or cannot say. */
const MISSES = 0.08, IMAGINES = 0.015, WRONG = 0.08, UNSURE = 0.08
/** Half of what comes back has its run beside it. */
const HAS_RUN = 0.5

interface Truth { outcome: Outcome, recipe: Recipe, bench: Bench, washedC: number, rounds: number }

/**
 * A failure with a hidden cause, drawn by its seed: the piece is really pressed with what is wrong about it, its signs are read from the
 * state that was computed, and are told with the errors people make.
 * @param benches what may be pressed; thick ones are kept for what fails by thickness
 */
export function simulateFailure(benches: readonly Bench[], seed: number): Failure {
  const random = seeded(seed * 7919 + 17)
  for (let i = 0; i < 8; i++) random()
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!
  const hidden = SIMULATED[Math.floor(random() * SIMULATED.length)]!
  const thick = benches.filter(b => b.cloth.thicknessMm >= 1), thin = benches.filter(b => b.cloth.thicknessMm < 1)
  const bench = hidden === 'tooThick' ? pick(thick) : hidden === 'tooWet' || hidden === 'waterMarked' ? pick(thin) : pick(benches)
  const truth = pressedWith(hidden, bench, random)
  const signs = signsOf(hidden, truth)
  const told = [...signs].filter(() => random() >= MISSES)
  const all: Sign[] = ['lifts', 'edges', 'bubbles', 'resinFace', 'boardy', 'shine', 'yellow', 'rings', 'resinSole', 'waves']
  for (const s of all) if (!told.includes(s) && random() < IMAGINES) told.push(s)
  if (told.length === 0) told.push(pick([...signs]))
  const facts = answersOf(hidden, truth)
  const answers = new Map<QuestionKey, Answer>()
  const answer = (q: QuestionKey): Answer => {
    if (!answers.has(q)) {
      const right = facts(q), u = random()
      answers.set(q, u < UNSURE ? null : u < UNSURE + WRONG ? (right === 0 ? 1 : 0) : right)
    }
    return answers.get(q)!
  }
  return { hidden, signs: told, answer, known: knownOf(hidden, truth, random) }
}

/** What the search presses on a bench, looked for once. */
const proper = new WeakMap<Bench, Recipe>()
function properly(bench: Bench): Recipe {
  const known = proper.get(bench) ?? searched(bench)
  proper.set(bench, known)
  return known
}
function searched(bench: Bench): Recipe {
  for (const method of ['dry', 'mist', 'steam', 'damp'] as const) {
    const { found } = searchMethod(bench, method, { marginGrid: COARSE })
    if (found) return found.recipe
  }
  return { ...draftRecipe(bench, 'dry', bench.iron.stops.at(-1)!, 'back', 1, 'lean'), holdS: 20 }
}

function pressedWith(hidden: CauseKey, bench: Bench, random: () => number): Truth {
  const right = properly(bench)
  const press = (b: Bench, r: Recipe, more = {}): Outcome => evaluate(b, r, { ...COARSE, ...more })
  const truth = (b: Bench, r: Recipe, more = {}, washed: Partial<Truth> = {}): Truth =>
    ({ outcome: press(b, r, more), recipe: r, bench: b, washedC: 0, rounds: 0, ...washed })
  switch (hidden) {
    case 'tooCool':
      return truth(bench, right, { soleOffsetC: -(45 + random() * 25) })
    case 'tooShort':
      return truth(bench, { ...right, holdS: Math.max(1, right.holdS * (0.1 + random() * 0.15)), passes: 1, secondS: null })
    case 'tooWet':
      return truth({ ...bench, cover: 'drill' }, { ...right, method: 'damp', coverWaterGsm: 260, mistGsm: 30, passes: 1, secondS: null,
        holdS: Math.min(right.holdS, 8) })
    case 'tooThick':
      return truth(bench, { ...right, method: 'dry', mistGsm: 0, coverWaterGsm: 0, steamGM2S: 0, firstSide: 'face', passes: 1,
        secondS: null, holdS: 6 + random() * 5 })
    case 'overFused':
      return truth(bench, { ...right, holdS: right.holdS * 4, stop: { ...right.stop, meanC: right.stop.meanC + 20 } })
    case 'bareSole':
      return truth({ ...bench, cover: null }, { ...right, firstSide: 'face', passes: 1, secondS: null })
    case 'tooHot':
      return truth(bench, { ...right, stop: { ...right.stop, meanC: 235 }, holdS: 60 })
    case 'waterMarked':
      return truth({ ...bench, cloth: { ...bench.cloth, mayGetWet: false } }, { ...right, method: 'mist', mistGsm: 40 })
    case 'washTooHot':
      return truth(bench, right, {}, { washedC: 95, rounds: 1 + Math.floor(random() * 4) })
    case 'finish':
      return truth(bench, right, {}, random() < 0.5 ? { washedC: 30, rounds: 1 } : {})
    default:
      return truth(bench, right)
  }
}

/** What is to be seen of it, read from its state where the state shows it, else from what was done to it. */
function signsOf(hidden: CauseKey, { outcome, rounds }: Truth): Set<Sign> {
  const signs = new Set<Sign>()
  const bond = outcome.bond.final, worst = (kind: HurtKind) => worstOf(outcome.flags, kind)
  if (bond < 0.8) signs.add('lifts')
  if (bond > 3 || worst('overFused') >= 1) signs.add('boardy')
  if (worst('strikeThrough') >= 1) signs.add('resinFace')
  if (worst('scorch') >= 1) signs.add('yellow')
  if (worst('waterMark') >= 1) signs.add('rings')
  if (worst('shine') >= 1) signs.add('shine')
  switch (hidden) {
    case 'sideWrong':
      signs.add('lifts').add('resinSole')
      break
    case 'missedPlaces':
      signs.add('edges')
      break
    case 'movedHot':
      signs.add('edges')
      break
    case 'finish':
      signs.add(rounds > 0 ? 'peeledWashed' : 'lifts')
      break
    case 'washTooHot':
      signs.add('peeledWashed')
      break
    case 'shrankApart':
      signs.add('bubbles')
      break
    case 'backingHeavy':
      signs.add('boardy')
      break
    case 'bareSole':
      signs.add('shine')
      break
    case 'tooHot':
      signs.add('yellow')
      break
    case 'waterMarked':
      signs.add('rings')
      break
    default:
      if (signs.size === 0) signs.add('lifts')
  }
  return signs
}

/** What its maker would answer, knew they it all and told it right. */
function answersOf(hidden: CauseKey, { outcome, recipe, bench, washedC, rounds }: Truth): (q: QuestionKey) => number {
  const bond = outcome.bond.final, is = (yes: boolean) => (yes ? 0 : 1)
  const { run } = outcome, cover = layerOf(run, 'cover')
  const liftAt = run.marks.filter(m => m.kind === 'lift').at(-1)?.atS ?? 0, step = run.timesS.findIndex(t => t >= liftAt)
  const wet = cover ? freeWaterGsm(cover, Math.max(0, step)) : 0
  return (q) => {
    switch (q) {
      case 'crisp':
        return is(hidden === 'missedPlaces' || (hidden !== 'sideWrong' && bond < 0.35))
      case 'where':
        return hidden === 'missedPlaces' ? 2 : hidden === 'movedHot' ? 1 : 0
      case 'wetAtLift':
        return is(wet > 20)
      case 'thick':
        return is(bench.cloth.thicknessMm >= 1 && recipe.firstSide === 'face')
      case 'held':
        return is(hidden !== 'tooShort')
      case 'soleRead':
        return is(hidden !== 'tooCool')
      case 'washed':
        return rounds === 0 ? 0 : hidden === 'washTooHot' || washedC > 60 ? 2 : 1
      case 'beads':
        return is(hidden === 'finish')
      case 'preshrunk':
        return is(hidden !== 'shrankApart')
      case 'warmMoved':
        return is(hidden === 'movedHot')
      case 'faceBare':
        return is(bench.cover === null && (recipe.firstSide === 'face' || recipe.passes === 2))
      case 'resinSide':
        return is(hidden !== 'sideWrong')
      case 'heavier':
        return is(hidden === 'backingHeavy')
      case 'gotWet':
        return is(recipe.mistGsm > 0 || recipe.coverWaterGsm > 0)
      case 'overheld':
        return is(hidden === 'overFused' || hidden === 'tooHot')
      default:
        return 1
    }
  }
}

/** What the board knows of it: its cloth always; its run, as it was told, for half of them. */
function knownOf(hidden: CauseKey, { recipe, bench, washedC, rounds }: Truth, random: () => number): RescueContext {
  const supply = hidden === 'backingHeavy' ? { ...bench.supply, massGsm: bench.cloth.massGsm * 1.4 } : bench.supply
  const cloth = hidden === 'finish' && random() < 0.5 ? { ...bench.cloth, finishes: ['waterRepellent' as const] } : bench.cloth
  const washed = { rounds, hottestC: washedC, limitC: resinOf(bench).washC[1] }
  if (random() >= HAS_RUN) return { ...NO_CONTEXT, cloth, supply, washed: rounds > 0 ? washed : null }
  // The board knows the stop by what it is believed to give, not by what it gave.
  const asTold = evaluate(bench, recipe, COARSE)
  const { causes } = explainPressed({
    bench, recipe, events: [], judged: { grade: asTold.bond.final < 0.8 ? 1 : 3, dotsCrisp: false }, washedC: null, washLimitC: null,
    finished: false,
  }, COARSE)
  return {
    ...NO_CONTEXT, cloth, supply, washed,
    pressed: {
      bond: asTold.bond.final, flags: asTold.flags, missed: hidden === 'missedPlaces' ? 1 : 0, covered: bench.cover !== null,
      causes: [...causes.map(c => c.why), ...(hidden === 'tooShort' ? ['tooShort' as const] : [])],
    },
  }
}

/** Where the true cause stands after each answer: 1 = first. Before any question, then after each, up to the most. */
export function askThrough(failure: Failure): number[] {
  const answers: Partial<Record<QuestionKey, Answer>> = {}
  const rankNow = () => {
    const d = diagnose(failure.signs, answers, failure.known)
    return { rank: d.beliefs.findIndex(b => b.cause === failure.hidden) + 1, ask: d.ask }
  }
  const ranks: number[] = []
  let now = rankNow()
  ranks.push(now.rank)
  for (let n = 0; n < MOST_QUESTIONS; n++) {
    if (now.ask) {
      answers[now.ask.question] = failure.answer(now.ask.question)
      now = rankNow()
    }
    ranks.push(now.rank)
  }
  return ranks
}
