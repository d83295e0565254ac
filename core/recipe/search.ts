import { valueAt } from '../heat'
import { clothLimit } from '../limit'
import { RESINS } from '../materials'
import { evaluate, holdPath, type EvaluateOptions, type Outcome } from './evaluate'
import { barOf, moistureOf, pressureOf, usableStops, type Bar } from './methods'
import { METHODS, type Bench, type IronStop, type Lean, type Method, type Recipe, type Side } from './recipe'

/** Bond aimed at: a full bond with a little to spare. */
export const BOND_WANTED = 1.15
/** Harm allowed in a recommended recipe; 1 is visible. */
export const HARM_ALLOWED = 0.8
/** Longest hold per side that a person will stand still for, s. */
export const LONGEST_HOLD_S = 60
const SHORTEST_HOLD_S = 3
const CANDIDATES = 4
/** Margins are searched this far from the stop, °C. */
const MARGIN_REACH_C = 40
/** A quarter of the work of an exact run; moves the time to a bond by up to 4 %. */
export const COARSE: EvaluateOptions = { cellMm: 0.15, stepScale: 2.5 }
const COOL_LIMIT_S = 180

/** Why no recipe came of it: nothing bonds in time, or it bonds only where it hurts. */
export type Blocked
  = | Bar
    | { why: 'underBonded', bond: number, peakC: number, wantedC: number, soleC: number }
    | { why: 'hurts', flag: Outcome['flags'][number], bondHoldS: number }

export interface Margins {
  /** How many seconds shorter still bonds, longer still does not hurt. */
  lessS: number
  moreS: number
  /** How far the sole may be under or over its mean, °C. */
  coolerC: number
  hotterC: number
}

export interface Found {
  recipe: Recipe
  outcome: Outcome
  margins: Margins
  /** Higher is better: narrowest margin in °C less a little for length. */
  score: number
}

export interface MethodAnswer {
  method: Method
  found: Found | null
  /** Next best of the same method (another stop or side). */
  runnerUp: Recipe | null
  blocked: Blocked | null
  /** What was tried and fell short, for showing why: the nearest attempt. */
  attempt: { recipe: Recipe, outcome: Outcome } | null
}

export interface SearchOptions extends EvaluateOptions {
  methods?: readonly Method[]
  leans?: readonly Lean[]
}

/** The best recipe of each method on this bench, or why there is none. Deterministic. */
export function searchRecipes(bench: Bench, options: SearchOptions = {}): MethodAnswer[] {
  return (options.methods ?? METHODS).map(method => searchMethod(bench, method, options))
}

/** The method whose answer has the best score; null if none bonds safely. */
export const bestOf = (answers: MethodAnswer[]): MethodAnswer | null =>
  answers.reduce<MethodAnswer | null>((best, a) => a.found && (!best?.found || a.found.score > best.found.score) ? a : best, null)

export function searchMethod(bench: Bench, method: Method, options: SearchOptions = {}): MethodAnswer {
  const limit = clothLimit(bench.cloth, bench.blendRule, bench.evidence)
  const bar = barOf(method, bench.iron, bench.cover, bench.supply.resin !== null, limit)
  if (bar) return { method, found: null, runnerUp: null, blocked: bar, attempt: null }

  const found: Draft[] = []
  let nearest: { recipe: Recipe, blocked: Blocked, rank: number } | null = null
  const maxHoldS = Math.min(LONGEST_HOLD_S, limit.maxTouchS ?? LONGEST_HOLD_S)
  const sides: Side[] = limit.backOnly ? ['back'] : ['back', 'face']
  // A second pass from the other side only where one is not enough anywhere.
  for (const passes of (limit.backOnly ? [1] : [1, 2]) as (1 | 2)[]) {
    if (found.length > 0) break
    for (const stop of usableStops(method, bench.iron.stops, limit)) {
      for (const lean of options.leans ?? ['weight']) {
        for (const firstSide of sides) {
          const tried = tryHolds(bench, draftRecipe(bench, method, stop, firstSide, passes, lean), maxHoldS, options)
          if ('draft' in tried) found.push(tried.draft)
          else if (!nearest || tried.rank > nearest.rank) nearest = tried
        }
      }
    }
  }
  found.sort((a, b) => b.score - a.score)
  // The search runs on a coarse grid; the exact run has the last word.
  let best: Found | null = null
  for (const candidate of found.slice(0, CANDIDATES)) {
    const exact = finish(bench, candidate, maxHoldS, options)
    if (exact.outcome.bond.final < 1 || exact.outcome.harm > 1) continue
    best = exact
    break
  }
  const chosen = best?.recipe
  return {
    method,
    found: best,
    runnerUp: chosen ? found.find(f => f.recipe.stop !== chosen.stop || f.recipe.firstSide !== chosen.firstSide)?.recipe ?? null : null,
    blocked: best ? null : nearest?.blocked ?? { why: 'noStops' },
    attempt: best || !nearest ? null : { recipe: nearest.recipe, outcome: evaluate(bench, nearest.recipe, options) },
  }
}

export function draftRecipe(bench: Bench, method: Method, stop: IronStop, firstSide: Side, passes: 1 | 2, lean: Lean): Recipe {
  return {
    method, stop, firstSide, passes, lean, holdS: LONGEST_HOLD_S, coolS: 0,
    pressureKPa: pressureOf(bench.iron.kind, lean), ...moistureOf(method, bench.iron.kind, bench.cover),
  }
}

/** A hold that works, before its exact run. */
type Draft = Omit<Found, 'outcome'>
type Tried = { draft: Draft } | { recipe: Recipe, blocked: Blocked, rank: number }

/** What bond and harm come to for a hold of so many seconds. */
interface Ladder { bondAt: (holdS: number) => number, harmAt: (holdS: number) => number }

/** One pass is read off a single transient; two passes are run hold by hold, each once. */
function ladderOf(bench: Bench, draft: Recipe, options: EvaluateOptions): Ladder {
  if (draft.passes === 1) {
    const { run, bond, harm } = holdPath(bench, draft, options)
    return { bondAt: s => valueAt(run, bond.progress, s), harmAt: s => valueAt(run, harm, s) }
  }
  const known = new Map<number, Outcome>()
  const at = (holdS: number): Outcome => {
    const outcome = known.get(holdS) ?? evaluate(bench, { ...draft, holdS }, options)
    known.set(holdS, outcome)
    return outcome
  }
  return { bondAt: s => at(s).bond.final, harmAt: s => at(s).harm }
}

/** Finds the span of holds that bond and do not hurt, and a place in it a third of the way up. */
function tryHolds(bench: Bench, draft: Recipe, maxHoldS: number, options: EvaluateOptions): Tried {
  const coarse = { ...options, ...COARSE }
  const { bondAt, harmAt } = ladderOf(bench, { ...draft, holdS: maxHoldS }, coarse)
  const bonds = (s: number) => bondAt(s) >= BOND_WANTED
  const harms = (s: number) => harmAt(s) > HARM_ALLOWED
  if (!bonds(maxHoldS)) {
    const resin = RESINS[bench.supply.resin!]
    const recipe = { ...draft, holdS: maxHoldS }
    const outcome = evaluate(bench, recipe, coarse)
    return {
      recipe, rank: Math.min(1, outcome.bond.final),
      blocked: { why: 'underBonded', bond: outcome.bond.final, peakC: outcome.bond.peakC, wantedC: resin.windowC[0], soleC: draft.stop.meanC },
    }
  }
  const leastS = firstWhole(SHORTEST_HOLD_S, maxHoldS, bonds)
  if (harms(leastS)) {
    const recipe = { ...draft, holdS: leastS }
    const outcome = evaluate(bench, recipe, coarse)
    return { recipe, rank: 2 - Math.min(0.9, outcome.harm / 10), blocked: { why: 'hurts', flag: outcome.flags[0]!, bondHoldS: leastS } }
  }
  const mostS = harms(maxHoldS) ? firstWhole(leastS, maxHoldS, harms) - 1 : maxHoldS
  const holdS = Math.round(Math.min(leastS + (mostS - leastS) / 3, leastS * 1.35))
  const margins = { lessS: holdS - leastS, moreS: mostS - holdS, coolerC: 0, hotterC: 0 }
  const totalS = holdS * draft.passes
  return { draft: { recipe: { ...draft, holdS }, margins, score: Math.min(margins.lessS, margins.moreS) * 1.5 - totalS * 0.2 - (draft.passes - 1) } }
}

/** Smallest whole number in [low, high] for which `holds` is true, taking it to stay true once it is; `high` if none below. */
function firstWhole(low: number, high: number, holds: (n: number) => boolean): number {
  let a = low, b = high
  while (a < b) {
    const mid = (a + b) >> 1
    if (holds(mid)) b = mid
    else a = mid + 1
  }
  return a
}

/** The exact run of the chosen recipe, its cooling time and its margins in °C. */
function finish(bench: Bench, found: Draft, maxHoldS: number, options: EvaluateOptions): Found {
  const coolS = coolingS(bench, found.recipe, options)
  const recipe = { ...found.recipe, coolS }
  const outcome = evaluate(bench, recipe, options)
  const coarse = { ...options, ...COARSE }
  const offset = options.soleOffsetC ?? 0
  const at = (byC: number) => evaluate(bench, found.recipe, { ...coarse, soleOffsetC: offset + byC })
  const coolerC = firstWhole(1, MARGIN_REACH_C, c => at(-c).bond.final < 1) - 1
  const hotterC = firstWhole(1, MARGIN_REACH_C, c => at(c).harm > 1) - 1
  const margins = { ...found.margins, coolerC, hotterC, moreS: Math.min(found.margins.moreS, maxHoldS - recipe.holdS) }
  const totalS = recipe.holdS * recipe.passes
  return { recipe, outcome, margins, score: Math.min(coolerC, hotterC, 25) - totalS * 0.15 - outcome.harm * 4 }
}

/** Seconds under a clapper until the resin is below the start of its melting, rounded up to 5 s. */
function coolingS(bench: Bench, recipe: Recipe, options: EvaluateOptions): number {
  const { run, bond } = evaluate(bench, { ...recipe, coolS: COOL_LIMIT_S }, { ...options, ...COARSE })
  const lifted = run.marks.filter(m => m.kind === 'lift').pop()!.atS
  const setS = (bond.setAtS ?? lifted + COOL_LIMIT_S) - lifted
  return Math.max(10, Math.ceil((setS + 3) / 5) * 5)
}
