import { fabricLimit, type FabricLimit } from '../limit'
import type { MakerRecipe } from '../stack'
import { BOND_WANTED, HARM_ALLOWED, type Blocked, type SearchOptions } from './answer'
import { adhesiveOf, evaluate, type EvaluateOptions } from './evaluate'
import { countedHoldS, heldFor, ladderOf, LEAST_SPARE_S } from './holds'
import {
  bearingOf, HARM_ALLOWED_OVER_CLASS, moistureOf, overTheirClass, pressureOf, sheetOf, usableSettings, warmingS,
} from './methods'
import { isByHand, USUAL_HABITS, type IronSetting, type Lean, type Method, type PressSetup, type Recipe, type Side } from './recipe'
import { scoreParts, totalOf, type Margins } from './score'
import { COARSE, firstOver, firstWhole, LONGEST_HOLD_S } from './span'
import { touchesToBond, touchS, touchSides } from './touches'

/** Of a bond, less is none. */
const TINY = 1e-9

/** Every setting, bearing, side and number of passes that may be tried: those that bond and do not hurt, and the nearest of the others. */
export function draftsOf(
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
export interface Draft { recipe: Recipe, margins: Margins, score: number }
/** Why one does not is worked out for the nearest alone. */
export interface Short { recipe: Recipe, blocked: () => Blocked, rank: number }

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
