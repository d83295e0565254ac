import { expose } from 'comlink'
import {
  linedUp, appearanceOf, mendSeen, pictureOf, rankScraps, repeated, seenFrom, throughHoles, type Gains, type Look, type MendGround,
  type MendSeen, type Picture, type Ranking, type Scrap,
} from '#core/colour'
import type { Ring } from '#core/geometry'
import { planStuck, type StuckAsk, type StuckPlan } from '#core/mend'
import { planHem, tapeDry, type HemAsk, type HemPlan, type HemPressed } from '#core/hem'
import { planSeamDetail, planFlatten, type Body, type SeamDetailAsk, type SeamDetailPlan, type FlattenPlan } from '#core/seam'
import { firstLayout, improveLayout, fitOnOffcuts, type Layout, type LayoutPiece, type LayoutTask, type Offcut,
  type OffcutPlacement } from '#core/layout'
import { improveOrder, orderBoundS, orderOf, type Order, type OrderTask } from '#core/order'
import { coverPiece, type Coverage, type CoverageQuestion } from '#core/positions'
import { ironStays, stuckStays, type IronStay, type StuckLayers } from '#core/care'
import { judgeAttempt, type Attempt, type PracticeSetup, type Verdict, bestAttempt } from '#core/practice'
import { remedyFor, type CauseKey, type Patient, type Remedy } from '#core/rescue'
import { explainPressed, learnFrom, type Explanation, type LearnResult, type Pressed } from '#core/learn'
import {
  matchShelf, refineCandidate, whatIfs, type Candidate, type Match, type MatchQuery, type MatchSupply, type Refined, type WhatIf,
} from '#core/match'
import {
  asMakerSays, asTested, carryOver, chooseRecipe, courseOf, findOpeners,
  searchMethod, searchTack, type PressSetup, type CarriedOver, type Course,
  type OwnIron, type EvaluateOptions, type Found, type IronSetting, type Method, type MethodAnswer, type Opener, type Recipe, type Tack,
  type StackShort, type Way, whyNone, withCooling,
} from '#core/recipe'
import {
  countRow, planScraps, pointsOf, sensitivityOf, type Knowledge, type PlannedScrap, type RowCount, type RowTask,
  type Sensitivity, type WindowQuestion,
} from '#core/window'
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
/** As much of a match as a screen can show; the counts say what was left behind. */
export interface Ranked {
  match: Match
  rankedCount: number
  excludedCount: number
  whatIf: WhatIf[]
  tookMs: number
}

/** The layout that is being looked for: kept, so that what was worked out of its pieces is not worked out again. */
let laying: { id: string, task: LayoutTask } | null = null
const taskOf = (id: string, task: LayoutTask): LayoutTask => {
  if (laying?.id !== id) laying = { id, task }
  return laying.task
}

const SHOWN_RANKED = 48, SHOWN_EXCLUDED = 150

let known: { key: string, points: Float64Array } | null = null
const points = (q: WindowQuestion): Float64Array => {
  const key = `${q.samples} ${q.seed}`
  if (known?.key !== key) known = { key, points: pointsOf(q) }
  return known.points
}
let shelf: { id: number, supplies: MatchSupply[] } = { id: 0, supplies: [] }

const answerOf = (a: MethodAnswer, isTested = false): Answer => {
  const shown = a.found ?? a.attempt
  return {
    way: a.way, method: a.method, recipe: shown?.recipe ?? null, course: shown ? courseOf(shown.outcome) : null,
    margins: a.found?.margins ?? null, parts: a.found?.parts ?? [], score: a.found?.score ?? -Infinity, runnerUp: a.runnerUp,
    blocked: a.blocked, isTested: isTested && a.found !== null,
  }
}

const api = {
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
  carried: (setup: PressSetup, taught: EvaluateOptions): CarriedOver | null => carryOver(setup, taught),
  tack: (setup: PressSetup, taught: EvaluateOptions): Tack => searchTack(setup, taught),
  openers: (setup: PressSetup, taught: EvaluateOptions, others: OwnIron[]): Opener[] =>
    findOpeners(setup, taught, others).map(o => ('found' in o ? { ...o, found: { ...o.found, outcome: null as never } } : o)),

  count: (q: WindowQuestion, task: RowTask): RowCount => countRow(q, task, points(q)),
  sensitivity: (q: WindowQuestion): Sensitivity => sensitivityOf(q),
  plan: (q: WindowQuestion, settings: IronSetting[], others: Recipe[]): PlannedScrap[] => planScraps(q, settings, others),

  learn(knowledge: Knowledge, lessons: PlainLesson[]): Learnt {
    const { draws: _draws, weights: _weights, ...learnt } = learnFrom(knowledge, lessons)
    return learnt
  },
  explain(pressed: Pressed, options: EvaluateOptions): Explained {
    const { causes, outcome } = explainPressed(pressed, options)
    return { causes, course: courseOf(outcome) }
  },

  /** How the wearer's iron may rest on a fused piece. */
  stays: (setup: PressSetup): IronStay[] => ironStays(setup),
  stuckStays: (layers: StuckLayers): IronStay[] => stuckStays(layers),
  /** What became of an attempt, and what the best would have been. */
  practised: (setup: PracticeSetup, attempt: Attempt): Practised => ({ verdict: judgeAttempt(setup, attempt), best: bestAttempt(setup) }),
  /** What to do about a cause on this piece. */
  remedy: (cause: CauseKey, patient: Patient, taught: EvaluateOptions): Remedy => remedyFor(cause, patient, taught),

  /** Does this worker hold the shelf of that number? */
  holds: (id: number): boolean => shelf.id === id,
  hold(id: number, supplies: MatchSupply[]): void { shelf = { id, supplies } },
  /** Judges the whole shelf. */
  rank(query: MatchQuery): Ranked {
    const from = performance.now()
    const match = matchShelf(query, shelf.supplies)
    const tookMs = performance.now() - from
    const whatIf = whatIfs(query, shelf.supplies, match)
    return {
      match: { ...match, ranked: match.ranked.slice(0, SHOWN_RANKED), excluded: match.excluded.slice(0, SHOWN_EXCLUDED) },
      rankedCount: match.ranked.length, excludedCount: match.excluded.length, whatIf, tookMs,
    }
  },
  /** What can be laid on offcuts, and what wants the roll. */
  onOffcuts: (pieces: LayoutPiece[], offcuts: Offcut[], gapMm: number): { placements: OffcutPlacement[], rest: string[] } => {
    const { placements, rest } = fitOnOffcuts(pieces, offcuts, gapMm)
    return { placements, rest: rest.map(p => p.id) }
  },
  /** A first layout at once. @param id of the question, the same for all that is asked about it */
  firstLayoutFor: (id: string, task: LayoutTask): Layout => firstLayout(taskOf(id, task)),
  /** Goes on from a layout for so long. */
  improvedLayout(id: string, task: LayoutTask, lay: Layout, forMs: number, seed: number): Layout {
    const until = performance.now() + forMs, own = taskOf(id, task)
    let best = lay
    for (let n = 0, rounds = 4; performance.now() < until; n++) {
      const from = performance.now()
      best = improveLayout(own, best, rounds, seed + n)
      // As many rounds at once as take a quarter of the time.
      rounds = Math.max(1, Math.min(4000, Math.round(rounds * forMs / 4 / Math.max(0.5, performance.now() - from))))
    }
    return best
  },
  /** The way of pressing that leads on a setup, as the swatch stage would choose it; where none works, why. */
  leading(setup: PressSetup, taught: EvaluateOptions): Answer | null {
    const { answers, leads } = chooseRecipe(setup, taught)
    const shown = leads ?? answers.find(a => a.blocked === whyNone(answers)) ?? null
    return shown && answerOf(shown)
  },
  /** A kept recipe with the seconds that its work is left alone, as the house has it now. */
  cooled: (setup: PressSetup, recipe: Recipe, taught: EvaluateOptions): Recipe => withCooling(setup, recipe, taught),
  coverage: (q: CoverageQuestion): Coverage => coverPiece(q),
  seamDetail: (ask: SeamDetailAsk): SeamDetailPlan => planSeamDetail(ask),
  flatten: (ask: SeamDetailAsk, body: Body): FlattenPlan => planFlatten(ask, body),
  hem: (ask: HemAsk): HemPlan => planHem(ask),
  tape: (ask: HemAsk): HemPressed | StackShort | null => tapeDry(ask),
  stuck: (ask: StuckAsk): StuckPlan => planStuck(ask),
  look: (picture: Picture, mmPerPx: number, gains?: Gains): Look => appearanceOf(picture, mmPerPx, { gains }),
  scraps: (ground: MendGround, all: Scrap[], markers: string[]): Ranking => rankScraps(ground, all, markers),
  mended: (ask: MendedAsk): MendedFrom[] => mendedFrom(ask),
  order: (task: OrderTask): Ordered => ({ ...orderOf(task), boundS: orderBoundS(task) }),
  /** Goes on from an order for so long. */
  orderOn(task: OrderTask, order: Order, forMs: number, seed: number): Order {
    const until = performance.now() + forMs
    let best = order
    for (let n = 0; performance.now() < until && !best.exact; n++) best = improveOrder(task, best, 60, seed + n)
    return best
  },
  /** The full recipe search for one candidate. */
  refine: (query: MatchQuery, candidate: Candidate): Refined | null => refineCandidate(query, candidate),
}
export interface Practised { verdict: Verdict, best: Attempt }
/** A fabric and what closes its holes, each a small picture that repeats; holes in mm from the upper left of what is shown. */
export interface MendedAsk {
  fabric: Picture
  patch: Picture
  /** Points a mm of both small pictures, and of what is shown. */
  pxPerMm: number
  wideMm: number
  highMm: number
  holes: Ring[]
  distancesM: number[]
}
export interface MendedFrom { farM: number, mended: Picture, fabric: Picture, seen: MendSeen }
function mendedFrom({ fabric, patch, pxPerMm, wideMm, highMm, holes, distancesM }: MendedAsk): MendedFrom[] {
  const wide = Math.round(wideMm * pxPerMm), high = Math.round(highMm * pxPerMm)
  const whole = repeated(fabric, wide, high), shift = linedUp(whole, patch, holes, pxPerMm)
  const mended = throughHoles(whole, repeated(patch, wide, high, shift), holes, pxPerMm)
  return distancesM.map((farM) => {
    const torn = seenFrom(mended, pxPerMm, farM), never = seenFrom(whole, pxPerMm, farM)
    return { farM, mended: pictureOf(torn), fabric: pictureOf(never), seen: mendSeen(torn, never, holes) }
  })
}
export type Ordered = Order & { boundS: number }
export type BoardApi = typeof api

expose(api)
