import { expose } from 'comlink'
import { bondTable, explainPressed, learn, phasesDone, type Explanation, type Judged, type LearnResult, type Pressed } from '#core/learn'
import { courseOf, draftRecipe, type Bench, type Course, type EvaluateOptions, type IronStop, type Recipe } from '#core/recipe'
import { countRow, planScraps, pointsOf, sensitivityOf, TYPICAL_KNOWLEDGE, type Knowledge, type RowCount, type RowTask, type WindowQuestion } from '#core/window'

/** A pressed swatch as it is sent over: plain data. */
export interface PressedLesson { bench: Bench, recipe: Recipe, events: Pressed['events'], judged: Judged }
export type Learnt = Omit<LearnResult, 'draws' | 'weights'>
export interface Explained { causes: Explanation['causes'], course: Course }

const POPLIN: Bench['cloth'] = { fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none', finishes: [] }
const WARM_BENCH: Bench = { cloth: POPLIN, supply: { massGsm: 60, thicknessMm: 0.25, base: 'cotton', resin: 'polyamide', resinGsm: 12 }, iron: { kind: 'household', stops: [] }, cover: 'muslin', bed: 'padded', blendRule: 'strict' }
const WARM: WindowQuestion = { bench: WARM_BENCH, recipe: draftRecipe(WARM_BENCH, 'mist', { label: '', meanC: 170, swingC: 10, origin: 'typical' }, 'back', 1, 'weight'), knowledge: TYPICAL_KNOWLEDGE, seed: 1, samples: 150 }

let known: { key: string, points: Float64Array } | null = null
const points = (q: WindowQuestion): Float64Array => {
  const key = `${q.samples} ${q.seed}`
  if (known?.key !== key) known = { key, points: pointsOf(q) }
  return known.points
}

const api = {
  /** Runs the code once over, so that the first question finds it compiled. */
  warm(): void {
    const q = WARM
    countRow(q, { soleC: 170, holdsS: [10, 30, 50], from: 0, to: q.samples }, points(q))
  },
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
