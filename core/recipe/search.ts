import { fabricLimit, type FabricLimit } from '../limit'
import type { MakerRecipe } from '../stack'
import { adhesiveOf, evaluate, type EvaluateOptions, type Outcome } from './evaluate'
import { countedHoldS, heldFor, ladderOf, LEAST_SPARE_S, SHORTEST_BY_HAND_S } from './holds'
import {
  barOf, bearingOf, HARM_ALLOWED_OVER_CLASS, moistureOf, overTheirClass, pressureOf, sheetOf, usableSettings, warmingS, type Bar,
} from './methods'
import {
  isByHand, USUAL_HABITS, USUAL_METHODS, type PressSetup, type IronSetting, type Lean, type Method, type Recipe, type Side, type Way,
} from './recipe'
import { withCooling } from './cooling'
import { touchesToBond, touchS, touchSides } from './touches'
import { scoreParts, totalOf, type Margins, type ScorePart } from './score'
import { COARSE, FINER, firstOver, firstWhole, LONGEST_HOLD_S } from './span'

/** Bond aimed at: a full bond with a little to spare. */
export const BOND_WANTED = 1.15
/** Harm allowed in a recommended recipe; 1 is visible. */
export const HARM_ALLOWED = 0.8
/** A hold of more than so many times the house's patience is no recipe by hand. */
const MOST_PATIENCE = 2
const CANDIDATES = 4
/** Margins are searched this far from the setting, °C. */
const MARGIN_REACH_C = 40
/** A margin of so much or more: nobody looked further, °C. */
export const MOST_MARGIN_C = MARGIN_REACH_C - 1
/** Of a bond, or of harm: less is none. */
const LITTLE = 1e-3, TINY = 1e-9

/** Why no recipe came of it: nothing bonds in time, or it bonds only where it damages. */
export type Blocked
  = | Bar
    | { why: 'underBonded', bond: number, peakC: number, wantedC: number, soleC: number }
  /** Meant only to catch, it bonds too far within a second. */
    | { why: 'catchesTooHard', bond: number, soleC: number }
  /** By the sheet's own seconds it comes to less than a bond here. */
    | { why: 'makerShort', bond: number, peakC: number, soleC: number, heldS: number }
    /** By the sheet's own seconds there is hardly a second to spare, too short or too long. */
    | { why: 'makerBarely', heldS: number, spareS: number, shorter: boolean }
    | { why: 'damages', flag: Outcome['flags'][number], bondHoldS: number }
  /** Between too short and too long there are fewer seconds than a person can keep to. */
    | { why: 'tooNarrow', leastS: number, mostS: number }
  /** The thermostat alone swings past what it may be off. */
    | { why: 'littleRoom', roomC: number, swingC: number, soleC: number }

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

/** Every setting, bearing, side and number of passes that may be tried: those that bond and do not hurt, and the nearest of the others. */
function draftsOf(
  setup: PressSetup, method: Method, limit: FabricLimit, maxHoldS: number, options: SearchOptions,
): { drafts: Draft[], nearest: Short | null } {
  const habits = setup.habits ?? USUAL_HABITS
  const sides = throughFabric(setup, method === 'dryMist' || limit.backOnly ? ['back'] : ['back', 'face'])
  const passes: (1 | 2)[] = method === 'dryMist' ? [2] : sides.length === 1 ? [1] : habits.bothSides ? [2, 1] : [1, 2]
  const usual = bearingOf(limit, setup.fabric, habits)
  const leans = options.leans ?? (usual === 'lean' ? ['lean', 'weight'] : ['weight'])
  const drafts: Draft[] = []
  let nearest: Short | null = null
  // The other bearing and the other number of passes only where the house's own come to nothing.
  for (const lean of leans) {
    for (const times of passes) {
      if (drafts.length > 0) break
      for (const setting of usableSettings(method, setup, limit, options.soleOffsetC)) {
        for (const firstSide of sides) {
          const tried = tryHolds(setup, draftRecipe(setup, method, setting, firstSide, times, lean), limit, maxHoldS, options)
          if ('draft' in tried) drafts.push(tried.draft)
          else if (!nearest || tried.rank > nearest.rank) nearest = tried
        }
      }
    }
  }
  if (drafts.length === 0) drafts.push(...touchDrafts(setup, method, limit, options))
  return { drafts, nearest }
}

/** From here on it is padding: heat from its side does not come through, and flattens it. mm, practice. */
const PADDING_MM = 2
const isPadding = ({ supply }: Pick<PressSetup, 'supply'>) => supply.thicknessMm >= PADDING_MM
const throughFabric = (setup: PressSetup, sides: readonly Side[]): Side[] => sides.filter(side => side === 'face' || !isPadding(setup))

/** Where nothing else will do: short touches with the sole away between, from the back or through the face under a press cloth. */
function touchDrafts(setup: PressSetup, method: Method, limit: FabricLimit, options: SearchOptions): Draft[] {
  if (!isByHand(setup.iron) || method === 'damp' || method === 'dryMist') return []
  const wanted = { bond: BOND_WANTED, harm: HARM_ALLOWED }, settings = usableSettings(method, setup, limit, options.soleOffsetC)
  const drafted = throughFabric(setup, touchSides(limit, setup)).flatMap(side => settings.map(setting =>
    ({ ...draftRecipe(setup, method, setting, side, 1, 'weight'), warmS: 0, holdS: touchS(limit) })))
  return drafted.flatMap((draft) => {
    const found = touchesToBond(setup, draft, wanted, { ...options, ...COARSE })
    if (!found || found.most < found.least) return []
    const touches = Math.min(found.least + 1, found.most), recipe: Recipe = { ...draft, touches }
    // It is looked at after each: nobody counts on.
    const lessS = (touches - found.least + 1) * draft.holdS, moreS = (found.most - touches + 1) * draft.holdS
    const room = Math.min(lessS, moreS) * 4, parts = scoreParts(
      setup, recipe, { lessS, moreS, coolerC: room, hotterC: room }, found.harm[touches - 1]!)
    return [{ recipe, margins: { lessS, moreS, coolerC: 0, hotterC: 0 }, score: totalOf(parts) }]
  })
}

/** A recipe of the method at its longest hold, before any was chosen; warmed first as the house does and the fabric may be. */
export function draftRecipe(setup: PressSetup, method: Method, setting: IronSetting, firstSide: Side, passes: 1 | 2, lean: Lean): Recipe {
  const limit = fabricLimit(setup.fabric, setup.blendRule, setup.evidence)
  return {
    method, setting, firstSide, passes, lean, warmS: warmingS(limit, setup.fabric, setup.habits ?? USUAL_HABITS), holdS: LONGEST_HOLD_S,
    secondS: null, coolS: 0, tableS: 0, pressureKPa: pressureOf(setup.iron.kind, lean), ...moistureOf(method, setup.iron.kind,
      setup.pressCloth),
  }
}

/** A hold that works, before its exact run. */
interface Draft { recipe: Recipe, margins: Margins, score: number }
/** Why one does not is worked out for the nearest alone. */
interface Short { recipe: Recipe, blocked: () => Blocked, rank: number }

/** Finds the span of holds that bond and do not hurt, and a place in it a little above the least. */
function tryHolds(setup: PressSetup, draft: Recipe, limit: FabricLimit, maxHoldS: number,
  options: SearchOptions): { draft: Draft } | Short {
  const coarse = { ...options, ...COARSE }
  const { bondAt, harmAt, heatOn, peakC } = ladderOf(setup, { ...draft, holdS: maxHoldS }, coarse)
  const soleC = draft.setting.meanC + (options.soleOffsetC ?? 0)
  // Over the class of a few synthetic fibres what heat does to them is looked at by itself.
  const few = overTheirClass(setup.fabric, limit, soleC)
  const bonds = (s: number) => bondAt(s) / BOND_WANTED - 1 + TINY
  const onFew = (s: number) => few.length > 0 ? heatOn(few, s) / HARM_ALLOWED_OVER_CLASS : 0
  const harms = (s: number) => Math.max(harmAt(s) / HARM_ALLOWED, onFew(s)) - 1
  const canBond = (s: number) => bonds(s) > 0, canHarm = (s: number) => harms(s) > 0
  // What is read off one transient is asked for at will; two passes are run for every look.
  const firstS = (fromS: number, toS: number, over: (s: number) => number) => draft.passes === 1
    ? firstWhole(fromS, toS, s => over(s) > 0)
    : fromS - 1 + firstOver(toS - fromS + 1, -1, n => over(fromS - 1 + n))
  if (!canBond(maxHoldS)) {
    const bond = bondAt(maxHoldS), wantedC = adhesiveOf(setup, options).windowC[0]
    return {
      recipe: heldFor(draft, maxHoldS), rank: Math.min(1, bond),
      blocked: () => ({ why: 'underBonded', bond, peakC: peakC(), wantedC, soleC }),
    }
  }
  const leastS = firstS(1, maxHoldS, bonds)
  if (canHarm(leastS)) {
    const recipe = heldFor(draft, leastS)
    return {
      recipe, rank: 2 - Math.min(0.9, harmAt(leastS) / 10),
      blocked: () => ({ why: 'damages', flag: evaluate(setup, recipe, coarse).flags[0]!, bondHoldS: leastS }),
    }
  }
  // Nobody has to keep to what comes after the longest hold: the room beyond it is only not looked for.
  const mostS = canHarm(maxHoldS) ? firstS(leastS, maxHoldS, harms) - 1 : maxHoldS
  const sheet = sheetOf(setup.supply), bySheet = isBySheet(draft, sheet, setup, limit, options)
  const roomS = canHarm(maxHoldS) ? mostS : maxHoldS + (limit.maxTouchS === null ? LEAST_SPARE_S : 0)
  const holdS = countedHoldS(leastS, roomS, isByHand(setup.iron), bySheet ? sheet!.holdS : null)
  if (holdS === null || holdS > maxHoldS)
    return { recipe: heldFor(draft, leastS), rank: 2.5, blocked: () => ({ why: 'tooNarrow', leastS, mostS }) }
  // Aimed at is a little more than a bond: what is still one counts as room.
  const bondsS = firstS(1, leastS, s => bondAt(s) - 1 + TINY)
  const margins = { lessS: holdS - bondsS, moreS: roomS - holdS, coolerC: 0, hotterC: 0 }
  const recipe = heldFor(draft, holdS)
  // Room is not yet known in degrees: seconds to spare, as a share of the hold, stand in for it.
  const room = (Math.min(margins.lessS, margins.moreS) / holdS) * 40
  const parts = scoreParts(setup, recipe, { ...margins, coolerC: room, hotterC: room }, harmAt(holdS))
  return { draft: { recipe, margins, score: totalOf(parts) + (bySheet ? LIKE_THE_SHEET : 0) } }
}

/** Among settings and sides of the sheet's own moisture, what the sheet itself names counts so many points more. */
const LIKE_THE_SHEET = 8
/** At the sheet's moisture, side and nearest setting: its seconds made longer rather than something else. */
function isBySheet(draft: Recipe, sheet: MakerRecipe | null, setup: PressSetup, limit: FabricLimit, options: EvaluateOptions): boolean {
  if (!sheet || sheet.moisture !== draft.method || draft.firstSide !== (limit.backOnly ? 'back' : sheet.firstSide)) return false
  const away = (s: IronSetting) => Math.abs(s.meanC + (options.soleOffsetC ?? 0) - sheet.soleC)
  return usableSettings(draft.method, setup, limit, options.soleOffsetC).every(s => away(draft.setting) <= away(s))
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
