import { bondOf } from '../bond'
import { harmAlong, heatHarmAlong, type DamageInput } from '../damage'
import {
  driedS, firstAtS, layerOf, runProgramme, steadySole, timeToReachS, valueAt, type Phase, type Stack, type Transient,
} from '../heat'
import { fabricLimit, type BlendRule, type Evidence } from '../limit'
import { PRESS_CLOTH_KINDS, ROOM_C, type FibreKey, type PressClothKindKey, type SurfaceKindKey } from '../materials'
import type { FabricInput, SupplyInput } from '../stack'
import { coolingOf, HANDLED_C } from './cooling'
import { adhesiveOf } from './evaluate'
import { HARM_ALLOWED_OVER_CLASS, moistureOf, overTheirClass, pressureOf } from './methods'
import { isByHand, type HouseHabits, type IronInput, type IronSetting, type Lean, type Recipe, type Side } from './recipe'
import { countedHoldS, LEAST_SPARE_S } from './holds'
import { BOND_WANTED, HARM_ALLOWED } from './answer'
import { COARSE, firstWhole, LONGEST_HOLD_S } from './span'

/** Something fused through layers of its own: a hem turned over its tape, a patch with its web, a taped join. */
export interface StackAsk {
  /** What lies under the iron, from the press cloth down, with so much water in the press cloth, g/m². */
  stackWith: (pressClothWaterGsm: number) => Stack
  /** What melts between, and what it lies in. */
  glue: SupplyInput
  fabric: FabricInput
  /** The fibre of what lies over the adhesive that is hurt first; null where there is none. */
  over: FibreKey | null
  firstSide: Side
  pressCloth: PressClothKindKey | null
  surface: SurfaceKindKey
  iron: IronInput
  /** Which of the iron's settings may be tried, and which moistures: damp is pressed until the press cloth is dry. */
  settings: readonly IronSetting[]
  methods: readonly ('dry' | 'damp')[]
  lean: { dry: Lean, damp: Lean }
  /** The sheet's own seconds: never shorter, s. */
  leastS: number
  /** No hold is longer, s; a minute at the most, unless the sheet says so. */
  mostS?: number
  blendRule: BlendRule
  evidence?: Evidence
  cooling: HouseHabits['cooling']
}
export interface StackWay {
  recipe: Recipe
  /** When the adhesive holds, and when a wet press cloth is dry, s. */
  bondS: number
  pressClothDryS: number | null
  bond: number
  harm: number
  /** When the glue line first melts, s. */
  meltS: number | null
  run: Transient
}
/** Why there is none: what the nearest comes to. */
export type StackShort
  = { why: 'neverBonds', bond: number } | { why: 'damages', harm: number, bondS: number }
    | { why: 'shortTouches', maxS: number, bondS: number } | { why: 'tooNarrow', leastS: number, mostS: number }

/** A lower setting is taken as long as it is done within this, s. */
const SOON_S = 24
/** Harm that a touch does whatever its heat: 1 is to be seen. */
const CRUSHED = 1

function tryAt(ask: StackAsk, setting: IronSetting, method: 'dry' | 'damp') {
  // A sheet may ask for longer: the harm of all of it is followed.
  const longestS = Math.max(ask.mostS ?? LONGEST_HOLD_S, ask.leastS), lean = ask.lean[method], pressureKPa = pressureOf(ask.iron.kind, lean)
  const draft: Recipe = {
    method, setting, firstSide: ask.firstSide, passes: 1, warmS: 0, holdS: longestS, secondS: null, lean, pressureKPa,
    ...moistureOf(method, ask.iron.kind, ask.pressCloth), coolS: 0, tableS: 0,
  }
  const stack = ask.stackWith(draft.pressClothWaterGsm), down = (durationS: number): Phase => ({ kind: 'down', durationS, pressureKPa })
  const run = runProgramme(stack, { sole: steadySole(setting.meanC), phases: [down(longestS)], roomC: ROOM_C }, COARSE)
  // Over-fusing is no harm here: the adhesive has nowhere to come through but the weave.
  const hurt: DamageInput = {
    fabric: ask.fabric, interfacingBase: ask.over, adhesiveGsm: ask.glue.adhesiveGsm, covered: ask.pressCloth !== null,
    pressClothFibre: ask.pressCloth && PRESS_CLOTH_KINDS[ask.pressCloth].fibre, surface: ask.surface, sides: [ask.firstSide],
    soleC: setting.meanC, pressureKPa, blendRule: ask.blendRule,
  }
  // What is hotter than the class of few synthetic fibres is looked at by itself.
  const few = overTheirClass(ask.fabric, fabricLimit(ask.fabric, ask.blendRule, ask.evidence), setting.meanC)
  return { draft, stack, run, down, longestS, bond: bondOf(run, adhesiveOf({ supply: ask.glue })), harm: harmAlong(run, null, hurt),
    heatOnFew: heatHarmAlong(run, hurt, few) }
}

function wayAt(ask: StackAsk, setting: IronSetting, method: 'dry' | 'damp', maxTouchS: number | null): StackWay | StackShort {
  const t = tryAt(ask, setting, method), byHand = isByHand(ask.iron)
  const pressClothDryS = method === 'damp' ? driedS(t.run, id => id === 'pressCloth') : null
  const bondS = firstAtS(t.run, t.bond.progress, BOND_WANTED)
  if (bondS === null || (method === 'damp' && pressClothDryS === null)) return { why: 'neverBonds', bond: t.bond.final }
  // That a press cloth is dry is seen and heard; only the bond is counted, with some seconds to spare.
  const leastS = Math.ceil(bondS), soonestS = Math.max(leastS, Math.ceil(pressClothDryS ?? 0), ask.leastS)
  const harmAt = (s: number) => valueAt(t.run, t.harm, s)
  // What a touch alone crushes is no way at all; a little texture lost is the price of any.
  const hurtsAt = (s: number) => t.harm[0]! >= CRUSHED || (harmAt(s) > HARM_ALLOWED && harmAt(s) > t.harm[0]! + 1e-6)
    || valueAt(t.run, t.heatOnFew, s) > HARM_ALLOWED_OVER_CLASS
  if (hurtsAt(soonestS)) return { why: 'damages', harm: harmAt(soonestS), bondS }
  if (maxTouchS !== null && soonestS > maxTouchS) return { why: 'shortTouches', maxS: maxTouchS, bondS }
  const longestS = Math.min(t.longestS, maxTouchS ?? t.longestS)
  const mostS = hurtsAt(longestS) ? firstWhole(soonestS, longestS, hurtsAt) - 1 : longestS
  // Nobody has to keep to what comes after the longest hold.
  const roomS = mostS < longestS ? mostS : longestS + (maxTouchS === null ? LEAST_SPARE_S : 0)
  const holdS = countedHoldS(leastS, roomS, byHand, soonestS)
  if (holdS === null || holdS < soonestS || holdS > longestS) return { why: 'tooNarrow', leastS: soonestS, mostS }
  const { meltC } = adhesiveOf({ supply: ask.glue })
  const cooling = coolingOf(t.stack, steadySole(setting.meanC), [t.down(holdS)],
    { meltC: meltC[0], untilC: HANDLED_C.fused[ask.cooling], byHand })
  return {
    recipe: { ...t.draft, holdS, ...cooling }, bondS, pressClothDryS, bond: valueAt(t.run, t.bond.progress, holdS), harm: harmAt(holdS),
    meltS: timeToReachS(t.run, layerOf(t.run, 'adhesive')!, meltC[0]), run: t.run,
  }
}

export const isStackWay = (w: StackWay | StackShort): w is StackWay => 'recipe' in w

const NEARER: Record<StackShort['why'], number> = { neverBonds: 0, shortTouches: 1, damages: 1, tooNarrow: 2 }

/**
 * The recipe of what is fused through layers of its own, held to the same bond, harm and seconds to spare as any other: the lowest
 * setting that is done soon, else the quickest. Where none bonds without harm, the nearest it comes.
 * @param ask at least one setting and one moisture
 */
export function throughStack(ask: StackAsk): StackWay | StackShort {
  const { maxTouchS } = fabricLimit(ask.fabric, ask.blendRule, ask.evidence)
  let found: StackWay | null = null, short: StackShort = { why: 'neverBonds', bond: 0 }
  for (const method of ask.methods) for (const setting of [...ask.settings].sort((a, b) => a.meanC - b.meanC)) {
    const way = wayAt(ask, setting, method, maxTouchS)
    if (!isStackWay(way)) {
      const isMore = way.why === 'neverBonds' && short.why === 'neverBonds' && way.bond > short.bond
      if (isMore || NEARER[way.why] > NEARER[short.why]) short = way
    } else if (!found || found.recipe.holdS > Math.max(SOON_S, ask.leastS, way.recipe.holdS)) found = way
  }
  return found ?? short
}
