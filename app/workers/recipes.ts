/** What is asked of a recipe, of what own swatches taught, and of what went wrong. */
import { ironStays, stuckStays, type IronStay, type StuckLayers } from '#core/care'
import { explainPressed, learnFrom, type Explanation, type LearnResult, type Pressed } from '#core/learn'
import { bestAttempt, judgeAttempt, type Attempt, type PracticeSetup, type Verdict } from '#core/practice'
import {
  asMakerSays, asTested, carryOver, chooseRecipe, courseOf, findOpeners, searchMethod, searchTack, whyNone, withCooling, type CarriedOver,
  type Course, type EvaluateOptions, type Found, type Method, type MethodAnswer, type Opener, type OwnIron, type PressSetup, type Recipe,
  type Tack, type Way,
} from '#core/recipe'
import { remedyFor, type CauseKey, type Patient, type Remedy } from '#core/rescue'
import type { Knowledge } from '#core/window'
import type { PlainLesson } from '#shared/mappers'

/** One way of pressing in plain data: what a picture and a sentence need. */
export interface Answer {
  way: Way
  method: Method
  recipe: Recipe | null
  /** Own swatches tested its recipe; else it was worked out. */
  isTested: boolean
  course: Course | null
  margins: Found['margins'] | null
  parts: Found['parts']
  score: number
  runnerUp: Recipe | null
  blocked: MethodAnswer['blocked']
}
export type Learnt = Omit<LearnResult, 'draws' | 'weights'>
export interface Explained { causes: Explanation['causes'], course: Course }
export interface Practised { verdict: Verdict, best: Attempt }

const answerOf = (a: MethodAnswer, isTested = false): Answer => {
  const shown = a.found ?? a.attempt
  return {
    way: a.way, method: a.method, recipe: shown?.recipe ?? null, course: shown ? courseOf(shown.outcome) : null,
    margins: a.found?.margins ?? null, parts: a.found?.parts ?? [], score: a.found?.score ?? -Infinity, runnerUp: a.runnerUp,
    blocked: a.blocked, isTested: isTested && a.found !== null,
  }
}

export const recipes = {
  /**
   * One way of pressing, worked out with what was learned; null for the sheet's where there is none.
   * @param tested what own swatches tested here: it is its method's recipe
   */
  way(setup: PressSetup, way: Way, taught: EvaluateOptions, tested: Recipe | null): Answer | null {
    if (way === 'sheet') {
      const answer = asMakerSays(setup, taught)
      return answer && answerOf(answer)
    }
    return tested?.method === way ? answerOf(asTested(setup, tested, taught), true) : answerOf(searchMethod(setup, way, taught))
  },
  /** The way of pressing that leads on a setup, as the swatch stage would choose it; where none works, why. */
  leading(setup: PressSetup, taught: EvaluateOptions): Answer | null {
    const { answers, leads } = chooseRecipe(setup, taught)
    const shown = leads ?? answers.find(a => a.blocked === whyNone(answers)) ?? null
    return shown && answerOf(shown)
  },
  /** A kept recipe with the seconds that its work is left alone, as the house has it now. */
  cooled: (setup: PressSetup, recipe: Recipe, taught: EvaluateOptions): Recipe => withCooling(setup, recipe, taught),
  carried: (setup: PressSetup, taught: EvaluateOptions): CarriedOver | null => carryOver(setup, taught),
  tack: (setup: PressSetup, taught: EvaluateOptions): Tack => searchTack(setup, taught),
  openers: (setup: PressSetup, taught: EvaluateOptions, others: OwnIron[]): Opener[] =>
    findOpeners(setup, taught, others).map(o => ('found' in o ? { ...o, found: { ...o.found, outcome: null as never } } : o)),

  learn(knowledge: Knowledge, lessons: PlainLesson[]): Learnt {
    const { draws: _draws, weights: _weights, ...learnt } = learnFrom(knowledge, lessons)
    return learnt
  },
  explain(pressed: Pressed, options: EvaluateOptions): Explained {
    const { causes, outcome } = explainPressed(pressed, options)
    return { causes, course: courseOf(outcome) }
  },
  /** What to do about a cause on this piece. */
  remedy: (cause: CauseKey, patient: Patient, taught: EvaluateOptions): Remedy => remedyFor(cause, patient, taught),
  /** What became of an attempt, and what the best would have been. */
  practised: (setup: PracticeSetup, attempt: Attempt): Practised => ({ verdict: judgeAttempt(setup, attempt), best: bestAttempt(setup) }),
  /** How the wearer's iron may rest on a fused piece. */
  stays: (setup: PressSetup): IronStay[] => ironStays(setup),
  stuckStays: (layers: StuckLayers): IronStay[] => stuckStays(layers),
}
