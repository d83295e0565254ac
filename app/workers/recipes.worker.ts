import { expose } from 'comlink'
import { bestOf, courseOf, findOpeners, searchMethod, METHODS, type Bench, type Course, type EvaluateOptions, type Found, type Method, type MethodAnswer, type Opener, type Recipe } from '#core/recipe'

/** An answer in plain data: what a picture and a sentence need. */
export interface Answer {
  method: Method
  recipe: Recipe | null
  course: Course | null
  margins: Found['margins'] | null
  score: number
  runnerUp: Recipe | null
  blocked: MethodAnswer['blocked']
}

const plain = (a: MethodAnswer): Answer => {
  const shown = a.found ?? a.attempt
  return {
    method: a.method, recipe: shown?.recipe ?? null, course: shown ? courseOf(shown.outcome) : null,
    margins: a.found?.margins ?? null, score: a.found?.score ?? -Infinity, runnerUp: a.runnerUp, blocked: a.blocked,
  }
}

const api = {
  /** Searches one method after the other, handing each answer over as it comes; returns once the last has arrived. */
  async search(bench: Bench, taught: EvaluateOptions, onAnswer: (answer: Answer) => Promise<void>): Promise<Method | null> {
    const answers: MethodAnswer[] = []
    for (const method of METHODS) {
      const answer = searchMethod(bench, method, taught)
      await onAnswer(plain(answer))
      answers.push(answer)
    }
    return bestOf(answers)?.method ?? null
  },
  openers: (bench: Bench): Opener[] => findOpeners(bench).map(o => 'found' in o ? { ...o, found: { ...o.found, outcome: null as never } } : o),
}
export type RecipesApi = typeof api

expose(api)
