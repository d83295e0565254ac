import { fabricLimit, type FabricLimit } from '../limit'
import { bondAtHold, evaluate, harmAtHold, holdPath, adhesiveOf, type EvaluateOptions, type Outcome } from './evaluate'
import { barOf, bearingOf, moistureOf, pressureOf, usableSettings, warmingS, type Bar } from './methods'
import { METHODS, USUAL_HABITS, type PressSetup, type IronSetting, type Lean, type Method, type Recipe, type Side,
  type Way } from './recipe'
import { scoreParts, totalOf, type ScorePart } from './score'
import { COARSE, FINER, firstWhole, LONGEST_HOLD_S } from './span'

/** Bond aimed at: a full bond with a little to spare. */
export const BOND_WANTED = 1.15
/** Harm allowed in a recommended recipe; 1 is visible. */
export const HARM_ALLOWED = 0.8
const SHORTEST_HOLD_S = 3
const CANDIDATES = 4
/** Margins are searched this far from the setting, °C. */
const MARGIN_REACH_C = 40
const COOL_LIMIT_S = 180
/**
 * A recipe is held this much longer than the least that bonds, and never less than a person's own count is off, where there is room
 * for it.
 */
const TO_SPARE = 0.2, LEAST_SPARE_S = 2
/** The second side needs less: the glue line is warm already. */
const SECOND_SHARE = 0.7

/** Why no recipe came of it: nothing bonds in time, or it bonds only where it damages. */
export type Blocked
  = | Bar
    | { why: 'underBonded', bond: number, peakC: number, wantedC: number, soleC: number }
  /** Meant only to catch, it bonds too far within a second. */
    | { why: 'catchesTooHard', bond: number, soleC: number }
  /** By the sheet's own seconds it comes to less than a bond here. */
    | { why: 'makerShort', bond: number, peakC: number, soleC: number, heldS: number }
    | { why: 'damages', flag: Outcome['flags'][number], bondHoldS: number }

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
  /** Next best of the same method (another setting or side). */
  runnerUp: Recipe | null
  blocked: Blocked | null
  /** What was tried and fell short, for showing why: the nearest attempt. */
  attempt: { recipe: Recipe, outcome: Outcome } | null
}

export interface SearchOptions extends EvaluateOptions {
  methods?: readonly Method[]
  leans?: readonly Lean[]
  /** Grid on which margins in °C are found; finer by default. */
  marginMesh?: EvaluateOptions
}

/** The best recipe of each method on this setup, or why there is none. Deterministic. */
export function searchRecipes(setup: PressSetup, options: SearchOptions = {}): MethodAnswer[] {
  return (options.methods ?? METHODS).map(method => searchMethod(setup, method, options))
}

/** The answer with the best score; null if none bonds safely. */
export const bestOf = (answers: MethodAnswer[]): MethodAnswer | null =>
  answers.reduce<MethodAnswer | null>((best, a) => a.found && (!best?.found || a.found.score > best.found.score) ? a : best, null)

export function searchMethod(setup: PressSetup, method: Method, options: SearchOptions = {}): MethodAnswer {
  const limit = fabricLimit(setup.fabric, setup.blendRule, setup.evidence)
  const nothing = { way: method, method, found: null, runnerUp: null, attempt: null }
  const bar = barOf(method, setup.iron, setup.pressCloth, setup.supply.adhesive !== null, limit, options.soleOffsetC)
  if (bar) return { ...nothing, blocked: bar }

  const maxHoldS = longestHoldS(limit)
  const { drafts, nearest } = draftsOf(setup, method, limit, maxHoldS, options)
  drafts.sort((a, b) => b.score - a.score)
  // The search runs on a coarse grid; the exact run has the last word.
  for (const draft of drafts.slice(0, CANDIDATES)) {
    const found = finish(setup, draft, maxHoldS, options)
    if (found.outcome.bond.final < 1 || found.outcome.harm > 1) continue
    const { setting, firstSide } = found.recipe
    const runnerUp = drafts.find(f => f.recipe.setting !== setting || f.recipe.firstSide !== firstSide)?.recipe ?? null
    return { ...nothing, found, runnerUp, blocked: null }
  }
  const attempt = nearest ? { recipe: nearest.recipe, outcome: evaluate(setup, nearest.recipe, options) } : null
  return { ...nothing, blocked: nearest?.blocked ?? { why: 'noSettings' }, attempt }
}

export const longestHoldS = (limit: Pick<FabricLimit, 'maxTouchS'>): number => Math.min(LONGEST_HOLD_S, limit.maxTouchS ?? LONGEST_HOLD_S)

/** Every setting, bearing, side and number of passes that may be tried: those that bond and do not hurt, and the nearest of the others. */
function draftsOf(
  setup: PressSetup, method: Method, limit: FabricLimit, maxHoldS: number, options: SearchOptions,
): { drafts: Draft[], nearest: Short | null } {
  const habits = setup.habits ?? USUAL_HABITS
  const sides: Side[] = limit.backOnly ? ['back'] : ['back', 'face']
  const passes: (1 | 2)[] = limit.backOnly ? [1] : habits.bothSides ? [2, 1] : [1, 2]
  const usual = bearingOf(limit, setup.fabric, habits)
  const leans = options.leans ?? (usual === 'lean' ? ['lean', 'weight'] : ['weight'])
  const drafts: Draft[] = []
  let nearest: Short | null = null
  // The other bearing and the other number of passes only where the house's own come to nothing.
  for (const lean of leans) {
    for (const times of passes) {
      if (drafts.length > 0) break
      for (const setting of usableSettings(method, setup.iron.settings, limit, options.soleOffsetC)) {
        for (const firstSide of sides) {
          const tried = tryHolds(setup, draftRecipe(setup, method, setting, firstSide, times, lean), maxHoldS, options)
          if ('draft' in tried) drafts.push(tried.draft)
          else if (!nearest || tried.rank > nearest.rank) nearest = tried
        }
      }
    }
  }
  return { drafts, nearest }
}

/** A recipe of the method at its longest hold, before any was chosen; warmed first as the house does and the fabric may be. */
export function draftRecipe(setup: PressSetup, method: Method, setting: IronSetting, firstSide: Side, passes: 1 | 2, lean: Lean): Recipe {
  const limit = fabricLimit(setup.fabric, setup.blendRule, setup.evidence)
  return {
    method, setting, firstSide, passes, lean, warmS: warmingS(limit, setup.fabric, setup.habits ?? USUAL_HABITS), holdS: LONGEST_HOLD_S,
    secondS: null, coolS: 0, pressureKPa: pressureOf(setup.iron.kind, lean), ...moistureOf(method, setup.iron.kind, setup.pressCloth),
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
function ladderOf(setup: PressSetup, draft: Recipe, options: EvaluateOptions): Ladder {
  if (draft.passes === 1) {
    const path = holdPath(setup, draft, options)
    return { bondAt: s => bondAtHold(path, s), harmAt: s => harmAtHold(path, s) }
  }
  const known = new Map<number, Outcome>()
  const at = (holdS: number): Outcome => {
    const outcome = known.get(holdS) ?? evaluate(setup, heldFor(draft, holdS), { ...options, skipSurface: true })
    known.set(holdS, outcome)
    return outcome
  }
  return { bondAt: s => at(s).bond.final, harmAt: s => at(s).harm }
}

/** A place between the least hold that bonds and the most that does not hurt, s: a fifth over the least, two at least, half-way at most. */
export const heldBetween = (leastS: number, mostS: number): number =>
  Math.round(leastS + Math.min((mostS - leastS) / 2, Math.max(LEAST_SPARE_S, leastS * TO_SPARE)))

/** Finds the span of holds that bond and do not hurt, and a place in it a little above the least. */
function tryHolds(setup: PressSetup, draft: Recipe, maxHoldS: number, options: EvaluateOptions): { draft: Draft } | Short {
  const coarse = { ...options, ...COARSE }
  const { bondAt, harmAt } = ladderOf(setup, { ...draft, holdS: maxHoldS }, coarse)
  const canBond = (s: number) => bondAt(s) >= BOND_WANTED
  const canHarm = (s: number) => harmAt(s) > HARM_ALLOWED
  if (!canBond(maxHoldS)) {
    const recipe = heldFor(draft, maxHoldS)
    const { bond } = evaluate(setup, recipe, coarse)
    const wantedC = adhesiveOf(setup, options).windowC[0]
    const soleC = draft.setting.meanC + (options.soleOffsetC ?? 0)
    return { recipe, rank: Math.min(1, bond.final), blocked: { why: 'underBonded', bond: bond.final, peakC: bond.peakC, wantedC, soleC } }
  }
  const leastS = firstWhole(SHORTEST_HOLD_S, maxHoldS, canBond)
  if (canHarm(leastS)) {
    const recipe = heldFor(draft, leastS)
    const outcome = evaluate(setup, recipe, coarse)
    return { recipe, rank: 2 - Math.min(0.9, outcome.harm / 10), blocked: { why: 'damages', flag: outcome.flags[0]!, bondHoldS: leastS } }
  }
  const mostS = canHarm(maxHoldS) ? firstWhole(leastS, maxHoldS, canHarm) - 1 : maxHoldS
  const holdS = heldBetween(leastS, mostS)
  const margins = { lessS: holdS - leastS, moreS: mostS - holdS, coolerC: 0, hotterC: 0 }
  const recipe = heldFor(draft, holdS)
  // Room is not yet known in degrees: seconds to spare, as a share of the hold, stand in for it.
  const room = (Math.min(margins.lessS, margins.moreS) / holdS) * 40
  return {
    draft: {
      recipe, margins, score: totalOf(scoreParts(recipe, { ...margins, coolerC: room, hotterC: room }, harmAt(holdS), setup.habits)),
    },
  }
}

/** The exact run of the chosen recipe, its cooling time and its margins in °C. */
export function finish(setup: PressSetup, found: Omit<Draft, 'score'>, maxHoldS: number, options: SearchOptions): Found {
  const coolS = coolingS(setup, found.recipe, options)
  const recipe = { ...found.recipe, coolS }
  const outcome = evaluate(setup, recipe, options)
  const finer = { ...options, ...(options.marginMesh ?? FINER), skipSurface: true }
  const offset = options.soleOffsetC ?? 0
  const at = (byC: number) => evaluate(setup, recipe, { ...finer, soleOffsetC: offset + byC })
  const coolerC = firstWhole(1, MARGIN_REACH_C, c => at(-c).bond.final < 1) - 1
  const hotterC = firstWhole(1, MARGIN_REACH_C, c => at(c).harm > 1) - 1
  const margins = { ...found.margins, coolerC, hotterC, moreS: Math.min(found.margins.moreS, maxHoldS - recipe.holdS) }
  const parts = scoreParts(recipe, margins, outcome.harm, setup.habits)
  return { recipe, outcome, margins, parts, score: totalOf(parts) }
}

/** Seconds under a clapper until the adhesive is below the start of its melting, rounded up to 5 s. */
export function coolingS(setup: PressSetup, recipe: Recipe, options: EvaluateOptions): number {
  const { run, bond } = evaluate(setup, { ...recipe, coolS: COOL_LIMIT_S }, { ...options, ...COARSE, skipSurface: true })
  const lifted = run.marks.filter(m => m.kind === 'lift').pop()!.atS
  const setS = (bond.setAtS ?? lifted + COOL_LIMIT_S) - lifted
  return Math.max(10, Math.ceil((setS + 3) / 5) * 5)
}
