import { fabricLimit, type FabricLimit } from '../limit'
import type { Blocked, Found, MethodAnswer, SearchOptions } from './answer'
import { withCooling } from './cooling'
import { draftsOf, type Draft, type Short } from './drafts'
import { evaluate, type EvaluateOptions, type Outcome } from './evaluate'
import { heldFor, LEAST_SPARE_S, SHORTEST_BY_HAND_S } from './holds'
import { barOf } from './methods'
import { isByHand, USUAL_HABITS, USUAL_METHODS, type Method, type PressSetup, type Recipe } from './recipe'
import { scoreParts, totalOf, type Margins } from './score'
import { FINER, firstOver, LONGEST_HOLD_S } from './span'

/** A hold of more than so many times the house's patience is no recipe by hand. */
const MOST_PATIENCE = 2
const CANDIDATES = 4
/** Margins are searched this far from the setting, °C. */
const MARGIN_REACH_C = 40
/** A margin of so much or more: nobody looked further, °C. */
export const MOST_MARGIN_C = MARGIN_REACH_C - 1
/** Of a bond, or of harm: less is none. */
const LITTLE = 1e-3

/** The best recipe of each method on this setup, or why there is none. Deterministic. */
export function searchRecipes(setup: PressSetup, options: SearchOptions = {}): MethodAnswer[] {
  return (options.methods ?? USUAL_METHODS).map(method => searchMethod(setup, method, options))
}

/** The answer with the best score; null if none bonds safely. */
export const bestOf = (answers: MethodAnswer[]): MethodAnswer | null =>
  answers.reduce<MethodAnswer | null>((best, a) => a.found && (!best?.found || a.found.score > best.found.score) ? a : best, null)

/** The best recipe of one method on this setup, or why there is none. Deterministic. */
export const searchMethod = (setup: PressSetup, method: Method, options: SearchOptions = {}): MethodAnswer =>
  draftMethod(setup, method, options).answer()

/** What a method may come to, before its exact runs. */
export interface Drafted {
  method: Method
  /** Its score comes to no more than this; -Infinity where it has no recipe. */
  most: number
  /** By exact runs. */
  answer: () => MethodAnswer
}

/** One method on this setup as far as the coarse grid shows it; its exact runs are made when its answer is asked for. */
export function draftMethod(setup: PressSetup, method: Method, options: SearchOptions = {}): Drafted {
  const limit = fabricLimit(setup.fabric, setup.blendRule, setup.evidence)
  const nothing = { way: method, method, found: null, runnerUp: null, attempt: null }
  const bar = barOf(method, setup, limit, options.soleOffsetC)
  if (bar) return { method, most: -Infinity, answer: () => ({ ...nothing, blocked: bar }) }

  const maxHoldS = longestHoldS(setup, limit)
  const { drafts, nearest } = draftsOf(setup, method, limit, maxHoldS, options)
  drafts.sort((x, y) => y.score - x.score)
  const most = Math.max(-Infinity, ...drafts.slice(0, CANDIDATES).map(draft => mostOf(setup, draft)))
  return { method, most, answer: () => exactAnswer(setup, nothing, { drafts, nearest, maxHoldS }, options) }
}

/** More than this a draft's score cannot come to, whatever its exact run finds: no harm, and all the room that its seconds leave. */
function mostOf(setup: PressSetup, { recipe, margins: { lessS, moreS } }: Draft): number {
  const evenS = (lessS + moreS) / 2, room = { lessS: evenS, moreS: evenS, coolerC: MARGIN_REACH_C, hotterC: MARGIN_REACH_C }
  // For more room it may be held for less.
  const lessByS = recipe.touches === undefined ? Math.max(0, Math.floor((lessS - LEAST_SPARE_S) / 2)) : 0
  return totalOf(scoreParts(setup, heldFor(recipe, recipe.holdS - lessByS), room, 0))
}

/** The drafts of a method, the best first, and what was nearest where there are none. */
interface Drawn { drafts: Draft[], nearest: Short | null, maxHoldS: number }
function exactAnswer(
  setup: PressSetup, nothing: Omit<MethodAnswer, 'blocked'>, { drafts, nearest, maxHoldS }: Drawn, options: SearchOptions,
): MethodAnswer {
  // The search runs on a coarse grid; the exact run has the last word.
  let thin: { found: Found, blocked: Blocked } | null = null
  for (const draft of drafts.slice(0, CANDIDATES)) {
    let found = holding(setup, draft, options)
    if (!found) continue
    let little = littleRoom(setup, found)
    const moved = little && withMoreRoom(found, maxHoldS)
    if (moved) {
      const again = holding(setup, moved, options)
      if (again && !littleRoom(setup, again)) [found, little] = [again, null]
    }
    if (little) {
      thin ??= { found, blocked: little }
      continue
    }
    const { setting, firstSide } = found.recipe
    const runnerUp = drafts.find(f => f.recipe.setting !== setting || f.recipe.firstSide !== firstSide)?.recipe ?? null
    return { ...nothing, found, runnerUp, blocked: null }
  }
  if (thin) return { ...nothing, attempt: thin.found, blocked: thin.blocked }
  const attempt = nearest ? { recipe: nearest.recipe, outcome: evaluate(setup, nearest.recipe, options) } : null
  return { ...nothing, blocked: nearest?.blocked() ?? { why: 'noSettings' }, attempt }
}

/** A draft whose exact run bonds and does not hurt, with its room; null where it does not: nobody asks for its room then. */
function holding(setup: PressSetup, { recipe, margins }: Omit<Draft, 'score'>, options: SearchOptions): Found | null {
  const exact = exactRun(setup, recipe, options)
  return exact.outcome.bond.final < 1 || exact.outcome.harm > 1 ? null : withRoom(setup, exact, margins, options)
}

/** Longest single hold of a recipe, s: what the fabric may be touched for, and by hand what a person bears. */
function longestHoldS({ iron, habits = USUAL_HABITS }: Pick<PressSetup, 'iron' | 'habits'>, limit: Pick<FabricLimit,
  'maxTouchS'>): number {
  const patientS = isByHand(iron) ? Math.max(SHORTEST_BY_HAND_S, MOST_PATIENCE * habits.patienceS) : LONGEST_HOLD_S
  return Math.min(LONGEST_HOLD_S, patientS, limit.maxTouchS ?? LONGEST_HOLD_S)
}

/** Held a little longer where it must not be cooler, for less where it must not be hotter, within what bonds and does not hurt. */
function withMoreRoom({ recipe, margins }: Found, maxHoldS: number): Omit<Draft, 'score'> | null {
  const { lessS, moreS, coolerC, hotterC } = margins
  const byS = coolerC < hotterC
    ? Math.min(maxHoldS - recipe.holdS, Math.floor((moreS - LEAST_SPARE_S) / 2))
    : -Math.min(recipe.holdS - SHORTEST_BY_HAND_S, Math.floor((lessS - LEAST_SPARE_S) / 2))
  if (byS === 0 || recipe.touches !== undefined) return null
  return { recipe: heldFor(recipe, recipe.holdS + byS), margins: { ...margins, lessS: lessS + byS, moreS: moreS - byS } }
}

/** Where a thermostat that swings by itself would leave what holds and does not hurt; a press holds its heat, and touches are looked at. */
function littleRoom(setup: Pick<PressSetup, 'iron'>, { recipe: { setting, touches }, margins }: Found): Blocked | null {
  const roomC = Math.min(margins.coolerC, margins.hotterC)
  return isByHand(setup.iron) && touches === undefined && roomC < setting.swingC / 2
    ? { why: 'littleRoom', roomC, swingC: setting.swingC, soleC: setting.meanC }
    : null
}

/** About how much of its logarithm a bond loses, and a harm gains, for each °C: where a margin is looked for first. */
const LOST_PER_C = 0.045, HURT_PER_C = 0.08

/** The chosen recipe with its cooling time, and what its exact run comes to. */
export function exactRun(setup: PressSetup, chosen: Recipe, options: EvaluateOptions): Pick<Found, 'recipe' | 'outcome'> {
  const recipe = withCooling(setup, chosen, options)
  return { recipe, outcome: evaluate(setup, recipe, options) }
}
/** The room about a recipe, looked for in °C too, and its score. @param spare the seconds to spare on either side */
export function withRoom(
  setup: PressSetup, { recipe, outcome }: Pick<Found, 'recipe' | 'outcome'>, spare: Pick<Margins, 'lessS' | 'moreS'>,
  options: SearchOptions,
): Found {
  const finer = { ...options, ...(options.marginMesh ?? FINER), skipSurface: true }
  const offset = options.soleOffsetC ?? 0
  const at = (byC: number) => evaluate(setup, recipe, { ...finer, soleOffsetC: offset + byC })
  const lost = (o: Outcome) => -Math.log(Math.max(LITTLE, o.bond.final)), hurt = (o: Outcome) => Math.log(Math.max(LITTLE, o.harm))
  const coolerC = firstOver(MARGIN_REACH_C, lost(outcome), c => lost(at(-c)), LOST_PER_C) - 1
  const hotterC = firstOver(MARGIN_REACH_C, hurt(outcome), c => hurt(at(c)), HURT_PER_C) - 1
  const margins = { lessS: spare.lessS, moreS: spare.moreS, coolerC, hotterC }
  const parts = scoreParts(setup, recipe, margins, outcome.harm)
  return { recipe, outcome, margins, parts, score: totalOf(parts) }
}
