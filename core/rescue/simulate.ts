import { freeWaterGsm, layerOf } from '../heat'
import { explainPressed } from '../learn'
import type { DamageKind } from '../damage'
import { seeded } from '../numeric'
import { COARSE, draftRecipe, evaluate, adhesiveOf, searchMethod, type PressSetup, type Outcome, type Recipe } from '../recipe'
import type { CauseKey, Sign } from './causes'
import { NO_CONTEXT, worstOf, type RescueContext } from './context'
import { diagnose, MOST_QUESTIONS } from './diagnose'
import type { Answer, QuestionKey } from './questions'

/** The kinds of failure that are simulated. */
export const SIMULATED = [
  'tooCool', 'tooShort', 'tooWet', 'tooThick', 'sideWrong', 'missedPlaces', 'movedHot', 'finish', 'washTooHot', 'shrankApart', 'overFused',
  'interfacingHeavy', 'bareSole', 'tooHot', 'waterMarked',
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
/** Half of what comes back has its session beside it. */
const HAS_RUN = 0.5

interface Truth { outcome: Outcome, recipe: Recipe, setup: PressSetup, washedC: number, rounds: number }

/**
 * A failure with a hidden cause, drawn by its seed: the piece is really pressed with what is wrong about it, its signs are read from the
 * state that was computed, and are given with the errors people make.
 * @param setups what may be pressed; thick ones are kept for what fails by thickness
 */
export function simulateFailure(setups: readonly PressSetup[], seed: number): Failure {
  const random = seeded(seed * 7919 + 17)
  for (let i = 0; i < 8; i++) random()
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!
  const hidden = SIMULATED[Math.floor(random() * SIMULATED.length)]!
  const thick = setups.filter(b => b.fabric.thicknessMm >= 1), thin = setups.filter(b => b.fabric.thicknessMm < 1)
  const setup = hidden === 'tooThick' ? pick(thick) : hidden === 'tooWet' || hidden === 'waterMarked' ? pick(thin) : pick(setups)
  const truth = pressedWith(hidden, setup, random)
  const signs = signsOf(hidden, truth)
  const reported = [...signs].filter(() => random() >= MISSES)
  const all: Sign[] = ['lifts', 'edges', 'bubbles', 'adhesiveFace', 'boardy', 'shine', 'yellow', 'rings', 'adhesiveSole', 'waves']
  for (const s of all) if (!reported.includes(s) && random() < IMAGINES) reported.push(s)
  if (reported.length === 0) reported.push(pick([...signs]))
  const facts = answersOf(hidden, truth)
  const answers = new Map<QuestionKey, Answer>()
  const answer = (q: QuestionKey): Answer => {
    if (!answers.has(q)) {
      const right = facts(q), u = random()
      answers.set(q, u < UNSURE ? null : u < UNSURE + WRONG ? (right === 0 ? 1 : 0) : right)
    }
    return answers.get(q)!
  }
  return { hidden, signs: reported, answer, known: knownOf(hidden, truth, random) }
}

/** What the search presses on a setup, looked for once. */
const proper = new WeakMap<PressSetup, Recipe>()
function properly(setup: PressSetup): Recipe {
  const known = proper.get(setup) ?? searched(setup)
  proper.set(setup, known)
  return known
}
function searched(setup: PressSetup): Recipe {
  for (const method of ['dry', 'mist', 'steam', 'damp'] as const) {
    const { found } = searchMethod(setup, method, { marginMesh: COARSE })
    if (found) return found.recipe
  }
  return { ...draftRecipe(setup, 'dry', setup.iron.settings.at(-1)!, 'back', 1, 'lean'), holdS: 20 }
}

function pressedWith(hidden: CauseKey, setup: PressSetup, random: () => number): Truth {
  const right = properly(setup)
  const press = (b: PressSetup, r: Recipe, more = {}): Outcome => evaluate(b, r, { ...COARSE, ...more })
  const truth = (b: PressSetup, r: Recipe, more = {}, washed: Partial<Truth> = {}): Truth =>
    ({ outcome: press(b, r, more), recipe: r, setup: b, washedC: 0, rounds: 0, ...washed })
  switch (hidden) {
    case 'tooCool':
      return truth(setup, right, { soleOffsetC: -(45 + random() * 25) })
    case 'tooShort':
      return truth(setup, { ...right, holdS: Math.max(1, right.holdS * (0.1 + random() * 0.15)), passes: 1, secondS: null })
    case 'tooWet':
      return truth({ ...setup, pressCloth: 'drill' }, { ...right, method: 'damp', pressClothWaterGsm: 260, mistGsm: 30, passes: 1,
        secondS: null,
        holdS: Math.min(right.holdS, 8) })
    case 'tooThick':
      return truth(setup, { ...right, method: 'dry', mistGsm: 0, pressClothWaterGsm: 0, steamGM2S: 0, firstSide: 'face', passes: 1,
        secondS: null, holdS: 6 + random() * 5 })
    case 'overFused':
      return truth(setup, { ...right, holdS: right.holdS * 4, setting: { ...right.setting, meanC: right.setting.meanC + 20 } })
    case 'bareSole':
      return truth({ ...setup, pressCloth: null }, { ...right, firstSide: 'face', passes: 1, secondS: null })
    case 'tooHot':
      return truth(setup, { ...right, setting: { ...right.setting, meanC: 235 }, holdS: 60 })
    case 'waterMarked':
      return truth({ ...setup, fabric: { ...setup.fabric, mayGetWet: false } }, { ...right, method: 'mist', mistGsm: 40 })
    case 'washTooHot':
      return truth(setup, right, {}, { washedC: 95, rounds: 1 + Math.floor(random() * 4) })
    case 'finish':
      return truth(setup, right, {}, random() < 0.5 ? { washedC: 30, rounds: 1 } : {})
    default:
      return truth(setup, right)
  }
}

/** What is to be seen of it, read from its state where the state shows it, else from what was done to it. */
function signsOf(hidden: CauseKey, { outcome, rounds }: Truth): Set<Sign> {
  const signs = new Set<Sign>()
  const bond = outcome.bond.final, worst = (kind: DamageKind) => worstOf(outcome.flags, kind)
  if (bond < 0.8) signs.add('lifts')
  if (bond > 3 || worst('overFused') >= 1) signs.add('boardy')
  if (worst('strikeThrough') >= 1) signs.add('adhesiveFace')
  if (worst('scorch') >= 1) signs.add('yellow')
  if (worst('waterMark') >= 1) signs.add('rings')
  if (worst('shine') >= 1) signs.add('shine')
  switch (hidden) {
    case 'sideWrong':
      signs.add('lifts').add('adhesiveSole')
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
    case 'interfacingHeavy':
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

/** What its maker would answer if they knew it all and reported it right. */
function answersOf(hidden: CauseKey, { outcome, recipe, setup, washedC, rounds }: Truth): (q: QuestionKey) => number {
  const bond = outcome.bond.final, is = (yes: boolean) => (yes ? 0 : 1)
  const { run } = outcome, pressCloth = layerOf(run, 'pressCloth')
  const liftAt = run.marks.filter(m => m.kind === 'lift').at(-1)?.atS ?? 0, step = run.timesS.findIndex(t => t >= liftAt)
  const wet = pressCloth ? freeWaterGsm(pressCloth, Math.max(0, step)) : 0
  return (q) => {
    switch (q) {
      case 'crisp':
        return is(hidden === 'missedPlaces' || (hidden !== 'sideWrong' && bond < 0.35))
      case 'where':
        return hidden === 'missedPlaces' ? 2 : hidden === 'movedHot' ? 1 : 0
      case 'wetAtLift':
        return is(wet > 20)
      case 'thick':
        return is(setup.fabric.thicknessMm >= 1 && recipe.firstSide === 'face')
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
        return is(setup.pressCloth === null && (recipe.firstSide === 'face' || recipe.passes === 2))
      case 'adhesiveSide':
        return is(hidden !== 'sideWrong')
      case 'heavier':
        return is(hidden === 'interfacingHeavy')
      case 'gotWet':
        return is(recipe.mistGsm > 0 || recipe.pressClothWaterGsm > 0)
      case 'overheld':
        return is(hidden === 'overFused' || hidden === 'tooHot')
      default:
        return 1
    }
  }
}

/** What the board knows of it: its fabric always; its session, as it was recorded, for half of them. */
function knownOf(hidden: CauseKey, { recipe, setup, washedC, rounds }: Truth, random: () => number): RescueContext {
  const supply = hidden === 'interfacingHeavy' ? { ...setup.supply, massGsm: setup.fabric.massGsm * 1.4 } : setup.supply
  const fabric = hidden === 'finish' && random() < 0.5 ? { ...setup.fabric, finishes: ['waterRepellent' as const] } : setup.fabric
  const washed = { rounds, hottestC: washedC, limitC: adhesiveOf(setup).washC[1] }
  if (random() >= HAS_RUN) return { ...NO_CONTEXT, fabric, supply, washed: rounds > 0 ? washed : null }
  // The board knows the setting by what it is believed to give, not by what it gave.
  const asTold = evaluate(setup, recipe, COARSE)
  const { causes } = explainPressed({
    setup, recipe, events: [], judged: { grade: asTold.bond.final < 0.8 ? 1 : 3, dotsCrisp: false }, washedC: null, washLimitC: null,
    finished: false,
  }, COARSE)
  return {
    ...NO_CONTEXT, fabric, supply, washed,
    pressed: {
      bond: asTold.bond.final, flags: asTold.flags, missed: hidden === 'missedPlaces' ? 1 : 0, covered: setup.pressCloth !== null,
      causes: [...causes.map(c => c.why), ...(hidden === 'tooShort' ? ['tooShort' as const] : [])],
    },
  }
}

/** The rank of the true cause after each answer: 1 = first. Before any question, then after each, up to the most. */
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
