import { expose } from 'comlink'
import { bondTable, explainPressed, learn, phasesDone, type Explanation, type Judged, type LearnResult, type Pressed } from '#core/learn'
import { courseOf, type Bench, type Course, type EvaluateOptions, type IronStop, type Recipe } from '#core/recipe'
import { countRow, planScraps, pointsOf, sensitivityOf, type Knowledge, type RowCount, type RowTask, type WindowQuestion } from '#core/window'

/** A pressed swatch as it is sent over: plain data. */
export interface PressedLesson { bench: Bench, recipe: Recipe, events: Pressed['events'], judged: Judged }
export type Learnt = Omit<LearnResult, 'draws' | 'weights'>
export interface Explained { causes: Explanation['causes'], course: Course }

let known: { key: string, points: Float64Array } | null = null
const points = (q: WindowQuestion): Float64Array => {
  const key = `${q.samples} ${q.seed}`
  if (known?.key !== key) known = { key, points: pointsOf(q) }
  return known.points
}

const api = {
  count: (q: WindowQuestion, task: RowTask): RowCount => countRow(q, task, points(q)),
  sensitivity: (q: WindowQuestion) => sensitivityOf(q),
  plan: (q: WindowQuestion, stops: IronStop[]) => planScraps(q, stops),
  learn(knowledge: Knowledge, lessons: PressedLesson[]): Learnt {
    const { draws: _d, weights: _w, ...learnt } = learn(knowledge, lessons.map(l => ({ judged: l.judged, table: bondTable(l.bench, l.recipe, knowledge, l.events.length ? phasesDone(l.recipe, l.events) : undefined) })))
    return learnt
  },
  explain(pressed: Pressed, options: EvaluateOptions): Explained {
    const { causes, outcome } = explainPressed(pressed, options)
    return { causes, course: courseOf(outcome) }
  },
}
export type WindowApi = typeof api

expose(api)
