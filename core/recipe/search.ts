import { clothLimit, type ClothLimit } from '../limit'
import { bondAtHold, evaluate, harmAtHold, holdPath, resinOf, type EvaluateOptions, type Outcome } from './evaluate'
import { barOf, bearingOf, moistureOf, pressureOf, usableStops, warmingS, type Bar } from './methods'
import { METHODS, USUAL_HABITS, type Bench, type IronStop, type Lean, type Method, type Recipe, type Side, type Way } from './recipe'
import { scoreParts, totalOf, type ScorePart } from './score'
import { COARSE, FINER, firstWhole, LONGEST_HOLD_S } from './span'

/** Bond aimed at: a full bond with a little to spare. */
export const BOND_WANTED = 1.15
/** Harm allowed in a recommended recipe; 1 is visible. */
export const HARM_ALLOWED = 0.8
const SHORTEST_HOLD_S = 3
const CANDIDATES = 4
/** Margins are searched this far from the stop, °C. */
const MARGIN_REACH_C = 40
const COOL_LIMIT_S = 180
/**
 * A recipe is held this much longer than the least that bonds, and never less than a person's own count is off, where there is room
 * for it.
 */
const TO_SPARE = 0.2, LEAST_SPARE_S = 2
/** The second side needs less: the glue line is warm already. */
const SECOND_SHARE = 0.7

/** Why no recipe came of it: nothing bonds in time, or it bonds only where it hurts. */
export type Blocked
  = | Bar
    | { why: 'underBonded', bond: number, peakC: number, wantedC: number, soleC: number }
  /** Meant only to catch, it bonds too far within a second. */
    | { why: 'catchesTooHard', bond: number, soleC: number }
  /** By the sheet's own seconds it comes to less than a bond here. */
    | { why: 'sheetShort', bond: number, peakC: number, soleC: number, heldS: number }
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
  /** Higher is better; the sum of its parts. */
  score: number
  parts: ScorePart[]
}

export interface MethodAnswer {
  /** As the sheet says, or the moisture worked out. */
  way: Way
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
  /** Grid on which margins in °C are found; finer by default. */
  marginGrid?: EvaluateOptions
}

/** The best recipe of each method on this bench, or why there is none. Deterministic. */
export function searchRecipes(bench: Bench, options: SearchOptions = {}): MethodAnswer[] {
  return (options.methods ?? METHODS).map(method => searchMethod(bench, method, options))
}

/** The answer with the best score; null if none bonds safely. */
export const bestOf = (answers: MethodAnswer[]): MethodAnswer | null =>
  answers.reduce<MethodAnswer | null>((best, a) => a.found && (!best?.found || a.found.score > best.found.score) ? a : best, null)

export function searchMethod(bench: Bench, method: Method, options: SearchOptions = {}): MethodAnswer {
  const limit = clothLimit(bench.cloth, bench.blendRule, bench.evidence)
  const nothing = { way: method, method, found: null, runnerUp: null, attempt: null }
  const bar = barOf(method, bench.iron, bench.cover, bench.supply.resin !== null, limit, options.soleOffsetC)
  if (bar) return { ...nothing, blocked: bar }

  const maxHoldS = longestHoldS(limit)
  const { drafts, nearest } = draftsOf(bench, method, limit, maxHoldS, options)
  drafts.sort((a, b) => b.score - a.score)
  // The search runs on a coarse grid; the exact run has the last word.
  for (const draft of drafts.slice(0, CANDIDATES)) {
    const found = finish(bench, draft, maxHoldS, options)
    if (found.outcome.bond.final < 1 || found.outcome.harm > 1) continue
    const { stop, firstSide } = found.recipe
    const runnerUp = drafts.find(f => f.recipe.stop !== stop || f.recipe.firstSide !== firstSide)?.recipe ?? null
    return { ...nothing, found, runnerUp, blocked: null }
  }
  const attempt = nearest ? { recipe: nearest.recipe, outcome: evaluate(bench, nearest.recipe, options) } : null
  return { ...nothing, blocked: nearest?.blocked ?? { why: 'noStops' }, attempt }
}

export const longestHoldS = (limit: Pick<ClothLimit, 'maxTouchS'>): number => Math.min(LONGEST_HOLD_S, limit.maxTouchS ?? LONGEST_HOLD_S)

/** Every stop, bearing, side and number of passes that may be tried: those that bond and do not hurt, and the nearest of the others. */
function draftsOf(
  bench: Bench, method: Method, limit: ClothLimit, maxHoldS: number, options: SearchOptions,
): { drafts: Draft[], nearest: Short | null } {
  const habits = bench.habits ?? USUAL_HABITS
  const sides: Side[] = limit.backOnly ? ['back'] : ['back', 'face']
  const passes: (1 | 2)[] = limit.backOnly ? [1] : habits.bothSides ? [2, 1] : [1, 2]
  const usual = bearingOf(limit, bench.cloth, habits)
  const leans = options.leans ?? (usual === 'lean' ? ['lean', 'weight'] : ['weight'])
  const drafts: Draft[] = []
  let nearest: Short | null = null
  // The other bearing and the other number of passes only where the house's own come to nothing.
  for (const lean of leans) {
    for (const times of passes) {
      if (drafts.length > 0) break
      for (const stop of usableStops(method, bench.iron.stops, limit, options.soleOffsetC)) {
        for (const firstSide of sides) {
          const tried = tryHolds(bench, draftRecipe(bench, method, stop, firstSide, times, lean), maxHoldS, options)
          if ('draft' in tried) drafts.push(tried.draft)
          else if (!nearest || tried.rank > nearest.rank) nearest = tried
        }
      }
    }
  }
  return { drafts, nearest }
}

/** A recipe of the method at its longest hold, before any was chosen; warmed first as the house does and the cloth may be. */
export function draftRecipe(bench: Bench, method: Method, stop: IronStop, firstSide: Side, passes: 1 | 2, lean: Lean): Recipe {
  const limit = clothLimit(bench.cloth, bench.blendRule, bench.evidence)
  return {
    method, stop, firstSide, passes, lean, warmS: warmingS(limit, bench.cloth, bench.habits ?? USUAL_HABITS), holdS: LONGEST_HOLD_S,
    secondS: null, coolS: 0, pressureKPa: pressureOf(bench.iron.kind, lean), ...moistureOf(method, bench.iron.kind, bench.cover),
  }
}

/** A draft held so long; the other side, where there is one, a little less. */
export const heldFor = (draft: Recipe, holdS: number): Recipe =>
  ({ ...draft, holdS, secondS: draft.passes === 2 ? Math.max(SHORTEST_HOLD_S, Math.round(holdS * SECOND_SHARE)) : null })

/** A hold that works, before its exact run. */
interface Draft { recipe: Recipe, margins: Margins, score: number }
interface Short { recipe: Recipe, blocked: Blocked, rank: number }

/** What bond and harm come to for a hold of so many seconds. */
interface Ladder { bondAt: (holdS: number) => number, harmAt: (holdS: number) => number }

/** One pass is read off a single transient; two passes are run hold by hold, each once. */
function ladderOf(bench: Bench, draft: Recipe, options: EvaluateOptions): Ladder {
  if (draft.passes === 1) {
    const path = holdPath(bench, draft, options)
    return { bondAt: s => bondAtHold(path, s), harmAt: s => harmAtHold(path, s) }
  }
  const known = new Map<number, Outcome>()
  const at = (holdS: number): Outcome => {
    const outcome = known.get(holdS) ?? evaluate(bench, heldFor(draft, holdS), { ...options, skipBed: true })
    known.set(holdS, outcome)
    return outcome
  }
  return { bondAt: s => at(s).bond.final, harmAt: s => at(s).harm }
}

/** A place between the least hold that bonds and the most that does not hurt, s: a fifth over the least, two at least, half-way at most. */
export const heldBetween = (leastS: number, mostS: number): number =>
  Math.round(leastS + Math.min((mostS - leastS) / 2, Math.max(LEAST_SPARE_S, leastS * TO_SPARE)))

/** Finds the span of holds that bond and do not hurt, and a place in it a little above the least. */
function tryHolds(bench: Bench, draft: Recipe, maxHoldS: number, options: EvaluateOptions): { draft: Draft } | Short {
  const coarse = { ...options, ...COARSE }
  const { bondAt, harmAt } = ladderOf(bench, { ...draft, holdS: maxHoldS }, coarse)
  const bonds = (s: number) => bondAt(s) >= BOND_WANTED
  const harms = (s: number) => harmAt(s) > HARM_ALLOWED
  if (!bonds(maxHoldS)) {
    const recipe = heldFor(draft, maxHoldS)
    const { bond } = evaluate(bench, recipe, coarse)
    const wantedC = resinOf(bench, options).windowC[0]
    const soleC = draft.stop.meanC + (options.soleOffsetC ?? 0)
    return { recipe, rank: Math.min(1, bond.final), blocked: { why: 'underBonded', bond: bond.final, peakC: bond.peakC, wantedC, soleC } }
  }
  const leastS = firstWhole(SHORTEST_HOLD_S, maxHoldS, bonds)
  if (harms(leastS)) {
    const recipe = heldFor(draft, leastS)
    const outcome = evaluate(bench, recipe, coarse)
    return { recipe, rank: 2 - Math.min(0.9, outcome.harm / 10), blocked: { why: 'hurts', flag: outcome.flags[0]!, bondHoldS: leastS } }
  }
  const mostS = harms(maxHoldS) ? firstWhole(leastS, maxHoldS, harms) - 1 : maxHoldS
  const holdS = heldBetween(leastS, mostS)
  const margins = { lessS: holdS - leastS, moreS: mostS - holdS, coolerC: 0, hotterC: 0 }
  const recipe = heldFor(draft, holdS)
  // Room is not yet known in degrees: seconds to spare, as a share of the hold, stand in for it.
  const room = (Math.min(margins.lessS, margins.moreS) / holdS) * 40
  return {
    draft: {
      recipe, margins, score: totalOf(scoreParts(recipe, { ...margins, coolerC: room, hotterC: room }, harmAt(holdS), bench.habits)),
    },
  }
}

/** The exact run of the chosen recipe, its cooling time and its margins in °C. */
export function finish(bench: Bench, found: Omit<Draft, 'score'>, maxHoldS: number, options: SearchOptions): Found {
  const coolS = coolingS(bench, found.recipe, options)
  const recipe = { ...found.recipe, coolS }
  const outcome = evaluate(bench, recipe, options)
  const finer = { ...options, ...(options.marginGrid ?? FINER), skipBed: true }
  const offset = options.soleOffsetC ?? 0
  const at = (byC: number) => evaluate(bench, recipe, { ...finer, soleOffsetC: offset + byC })
  const coolerC = firstWhole(1, MARGIN_REACH_C, c => at(-c).bond.final < 1) - 1
  const hotterC = firstWhole(1, MARGIN_REACH_C, c => at(c).harm > 1) - 1
  const margins = { ...found.margins, coolerC, hotterC, moreS: Math.min(found.margins.moreS, maxHoldS - recipe.holdS) }
  const parts = scoreParts(recipe, margins, outcome.harm, bench.habits)
  return { recipe, outcome, margins, parts, score: totalOf(parts) }
}

/** Seconds under a clapper until the resin is below the start of its melting, rounded up to 5 s. */
export function coolingS(bench: Bench, recipe: Recipe, options: EvaluateOptions): number {
  const { run, bond } = evaluate(bench, { ...recipe, coolS: COOL_LIMIT_S }, { ...options, ...COARSE, skipBed: true })
  const lifted = run.marks.filter(m => m.kind === 'lift').pop()!.atS
  const setS = (bond.setAtS ?? lifted + COOL_LIMIT_S) - lifted
  return Math.max(10, Math.ceil((setS + 3) / 5) * 5)
}
