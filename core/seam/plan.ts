import { valueAt, type Phase } from '../heat'
import { fabricLimit, type FabricLimit } from '../limit'
import { FIBRES, IRON_KINDS, steamGM2S, STEAMS_FROM_C } from '../materials'
import { allowedSettings, type IronSetting, type Method, type Recipe } from '../recipe'
import type { FabricInput } from '../stack'
import type { Agent, SeamDetailAsk, SeamDetailPlan, SeamDetailReason, SeamDetailStep, Support } from './ask'
import { bulkOf, printThroughOf, STEP_MM } from './bulk'
import { SEAM_DETAILS, pliesOf, type SeamDetail, type SupportKey } from './details'
import { pliesIn, runFold, type Fold } from './fold'
import { drawnSoakS } from './moisten'
import { setPointOf } from './sets'
import { downPhase, LONGEST_S, pressPhases, reachedS, restOf, chooseTouch, givesS, SOON_S, tryOut, waysOf, wholeS } from './touch'

/** Held over the work: nothing is touched, and so much of the steam gets in. A recipe says so by its least pressure. */
const OVER_KPA = 0.001, HOVER_KPA = 0.01, HOVER_STEAM_SHARE = 0.15
/** Is the iron held over the work instead of set down on it? */
export const isHovering = (r: Pick<Recipe, 'pressureKPa'>): boolean => r.pressureKPa <= HOVER_KPA
const SET_FLAT_S = 3, LOOK_S = 2
/** At least half of it goes limp and shiny under a sole that rests on it. Practice. */
const isLimp = (fabric: FabricInput) => fabric.fibres.some(f => FIBRES[f.fibre].isLimpUnderSole && f.sharePct >= 50)

/** How a feature of this fabric is pressed: the side, the motion, what lies under it, two of three agents, how long, and why. */
export function planSeamDetail(ask: SeamDetailAsk): SeamDetailPlan {
  const f = SEAM_DETAILS[ask.seamDetail]
  const limit = fabricLimit(ask.fabric, ask.blendRule, ask.evidence)
  const reasons: SeamDetailReason[] = []
  if (limit.soleC === 0) return withoutHeat(f, ask, [{ why: 'noHeat', fumes: limit.fumes }])
  if (ask.iron.settings.length === 0) throw new RangeError('The iron has no settings: give at least one.')
  const settings = allowedSettings(ask.iron.settings, limit)
  if (settings.length === 0)
    return withoutHeat(f, ask, [{ why: 'noCooler', coolestC: Math.min(...ask.iron.settings.map(s => s.meanC)), limitC: limit.soleC }])
  if (limit.motion === 'hover' && !f.hangs) return hovered(f, ask, limit, settings, 'pile')
  // The sole does not touch it: any setting that steams will do.
  const { iron } = ask, steams = iron.settings.some(s => s.meanC >= STEAMS_FROM_C) && IRON_KINDS[iron.kind].steamGMin > 0
  if (f.hangs) return hovered(f, ask, limit, iron.settings, 'hangs')
  if (isLimp(ask.fabric) && steams && limit.steam !== 'no') return hovered(f, ask, limit, iron.settings, 'limp')

  const { methods, because } = methodsFor(f, ask, limit, settings)
  reasons.push(...(f.stretches && !because.some(b => b.why === 'stretches') ? [{ why: 'stretches' as const }] : []), ...because)
  // A texture is pressed flat from the face, so the sole never comes there.
  const onlyBack = limit.backOnly || ask.fabric.nap === 'texture'
  const firstSide = onlyBack ? 'back' : f.firstSide
  if (onlyBack && (f.firstSide === 'face' || f.look)) reasons.push({ why: limit.backOnly ? 'backOnly' : 'texture' })
  const needsPressCloth = limit.pressClothNeeded || ask.house.alwaysPressCloth
  const pressCloth = needsPressCloth ? (ask.pressCloth ?? 'muslin') : null
  const ways = methods.flatMap(waysOf)
  const tried = ways.flatMap((w, way) => settings.flatMap(setting => tryOut(f, ask, { ...w, way, setting, pressCloth, limit },
    firstSide) ?? []))
  // Under a damp press cloth it is held until that has steamed: turned over, it would only be wetted again.
  const best = chooseTouch(tried, ask, onlyBack || f.damp ? null : (ask.pressCloth ?? 'muslin'), limit)
  const { setPoint, holdS, touches } = best
  const moist = best.recipe.method !== 'dry'
  reasons.push({ why: 'sets', setPoint, moist })
  if (touches > 1) reasons.push({ why: 'shortTouches', maxS: holdS, touches })
  if (best.both) reasons.push({ why: 'bothSides' })
  if (!best.set) reasons.push({ why: 'neverSets', lastC: valueAt(best.run, pliesIn(best.run).at(-1)!.meanC, holdS), setC: setPoint.setC })
  const wantsClapper = f.sharp || (moist && f.setFirst)
  const clapped = ask.kit.includes('clapper') && wantsClapper
  const looked = f.look && !onlyBack && !best.both
  const recipe: Recipe = {
    ...best.recipe, holdS, steamS: Math.min(best.recipe.steamS, holdS), passes: looked || best.both ? 2 : 1,
    secondS: best.both ? holdS : looked ? LOOK_S : null,
  }
  const { restS, untilC, liftedC } = restOf(
    best.fold, recipe, pressPhases(best.recipe, holdS, best.both, touches), clapped, ask.house,
  )
  const { weightKPa } = IRON_KINDS[ask.iron.kind]
  const bulk = bulkOf(f, ask.fabric, weightKPa), print = printThroughOf(ask.fabric, 1, weightKPa)
  const allowances = f.section.length > 1 || pliesOf(f) > 2
  const cards = allowances && print.shows && firstSide === 'back' && f.key !== 'gather'
  if (cards) reasons.push({ why: 'printsThrough', print })
  if (bulk.stepMm > STEP_MM) reasons.push({ why: 'ridge', bulk })
  // Stiffener is for what grows: it does not hold in wool or in plastic.
  const soakS = limit.water === 'yes' && f.setFirst && setPoint.by === 'cellulose' ? drawnSoakS(ask.fabric) : null
  const agents: Agent[] = moist ? ['heat', 'steam'] : ['heat', 'pressure']
  return {
    seamDetail: f.key, means: 'iron', motion: f.motion, supports: supportsOf(f, ask.kit, limit, cards, wantsClapper), agents,
    recipe: { ...recipe, ...(clapped ? { coolS: restS } : { tableS: restS }) }, pressCloth: best.fold.pressCloth, setPoint, liftedC,
    touches,
    setAtS: best.set ? (best.setAtS ?? holdS) : null,
    restS, untilC, springsUp: soakS === null ? null : { soakS, forS: holdS },
    bulk, print,
    steps: [
      ...(f.setFirst ? [{ do: 'setFlat' as const, forS: SET_FLAT_S, agents: ['heat', 'pressure'] as Agent[] }] : []),
      ...(f.setFirst || f.stretches ? [{ do: 'fingers' as const, agents: ['pressure'] as Agent[] }] : []),
      { do: 'press', side: firstSide, forS: holdS, agents },
      ...(best.both ? [{ do: 'press' as const, side: otherSide(firstSide), forS: holdS, agents }] : []),
      { do: clapped ? 'clapper' : 'rest', forS: restS, untilC, agents: clapped ? ['pressure'] : [] },
      ...(looked ? [{ do: 'look' as const, side: otherSide(firstSide), forS: LOOK_S, agents }] : []),
    ],
    reasons,
  }
}

/** Which moistures are tried, the wanted one first. */
function methodsFor(
  f: SeamDetail, ask: SeamDetailAsk, limit: FabricLimit, settings: readonly IronSetting[],
): { methods: Method[], because: SeamDetailReason[] } {
  const dry = setPointOf(ask.fabric.fibres, false)
  if (!dry.drierC) return { methods: ['dry'], because: [{ why: 'noMoisture', barred: 'useless' }] }
  const steams = IRON_KINDS[ask.iron.kind].steamGMin > 0 && settings.some(s => s.meanC >= STEAMS_FROM_C)
  const moist: Method[] = [
    ...(f.damp && limit.water === 'yes' ? ['damp' as const] : []),
    ...(limit.steam !== 'no' && steams ? ['steam' as const] : []), ...(limit.water === 'yes' ? ['mist' as const] : []),
  ]
  if (moist.length === 0)
    return { methods: ['dry'], because: [{ why: 'noMoisture', barred: limit.steam === 'no' || limit.water !== 'yes' ? 'water' : 'iron' }] }
  if (f.stretches)
    return { methods: dry.by === 'protein' ? [...moist, 'dry'] : ['dry', ...moist], because: [{ why: 'stretches' }] }
  if (dry.by === 'cellulose' && f.setFirst) {
    const { piecing } = ask.house
    return { methods: piecing === 'dry' ? ['dry', ...moist] : [...moist, 'dry'], because: [{ why: 'house', piecing }] }
  }
  return { methods: [...moist, 'dry'], because: [{ why: 'moistSets' }] }
}
const otherSide = (side: 'back' | 'face') => (side === 'back' ? 'face' as const : 'back' as const)

const STAND_INS: Partial<Record<SupportKey, Support['standIn']>> = {
  ham: 'towel', roll: 'towel', sleeveBoard: 'towel', needleBoard: 'pileTowel', cards: 'paper', clapper: 'air',
}
function supportsOf(f: SeamDetail, kit: readonly SupportKey[], limit: FabricLimit, cards: boolean, clapper: boolean): Support[] {
  const shape = f.support === 'roll' && !kit.includes('roll') && kit.includes('sleeveBoard') ? 'sleeveBoard' : f.support
  const wanted: SupportKey[] = [
    shape, ...(limit.surface === 'sparesPile' ? ['needleBoard' as const] : []), ...(cards ? ['cards' as const] : []),
    ...(clapper ? ['clapper' as const] : []),
  ]
  return wanted.map(key => ({ key, standIn: kit.includes(key) ? null : (STAND_INS[key] ?? null) }))
}

/** Pile, and what goes limp: steam from an iron held over it, then the fingers; where steam may not be, the fingers alone. */
function hovered(
  f: SeamDetail, ask: SeamDetailAsk, limit: FabricLimit, settings: readonly IronSetting[], because: 'pile' | 'limp' | 'hangs',
): SeamDetailPlan {
  const steams = IRON_KINDS[ask.iron.kind].steamGMin > 0 && limit.steam !== 'no'
  const setting = settings.filter(s => s.meanC >= STEAMS_FROM_C).reduce<IronSetting | null>((a, b) => (a && a.meanC <= b.meanC ? a : b),
    null)
  if (!steams || !setting) return withoutHeat(f, ask, [{ why: because === 'hangs' ? 'hangs' : 'pile', steam: false }])
  const recipe: Recipe = {
    method: 'steam', setting, firstSide: 'back', passes: 1, warmS: 0, holdS: LONGEST_S, secondS: null, lean: 'weight',
    pressureKPa: HOVER_KPA,
    pressClothWaterGsm: 0, mistGsm: 0, steamGM2S: steamGM2S(ask.iron.kind), steamS: LONGEST_S, coolS: 0, tableS: 0,
  }
  const fold: Fold = {
    plies: Array.from({ length: pliesOf(f) }, () => ask.fabric), pressCloth: null, pressClothWaterGsm: 0, mistGsm: 0, surface: 'needle',
  }
  const setPoint = setPointOf(ask.fabric.fibres, true)
  const over = (r: Recipe): Phase => ({ ...downPhase(r), pressureKPa: OVER_KPA } as Phase)
  const setAtS = reachedS(runFold(fold, setting.meanC, [over(recipe)], HOVER_STEAM_SHARE), setPoint.setC)
  const holdS = wholeS((setAtS ?? SOON_S) + givesS(ask.fabric))
  const held = { ...recipe, holdS, steamS: holdS }
  const rest = restOf(fold, held, [over(held)], false, ask.house, HOVER_STEAM_SHARE)
  const bulk = bulkOf(f, ask.fabric, 1), print = printThroughOf(ask.fabric, 1, 1)
  return {
    seamDetail: f.key, means: 'hover', motion: 'hover', supports: supportsOf(f, ask.kit, limit, false, false),
    agents: f.hangs ? ['steam'] : ['steam', 'pressure'],
    recipe: { ...held, tableS: rest.restS }, pressCloth: null, setPoint, setAtS, touches: 1, ...rest, springsUp: null, bulk, print,
    steps: [
      ...(f.hangs ? [{ do: 'hang' as const, agents: [] }] : []), { do: 'hover', forS: holdS, agents: ['steam'] },
      { do: f.hangs ? 'smooth' : 'fingers', agents: ['pressure'] },
      { do: 'rest', forS: rest.restS, untilC: rest.untilC, agents: [] },
    ],
    reasons: [
      because === 'limp' ? { why: 'limp' } : { why: because, steam: true }, { why: 'sets', setPoint, moist: true },
      ...(setAtS === null ? [{ why: 'neverSets' as const, lastC: rest.liftedC.at(-1)!, setC: setPoint.setC }] : []),
    ],
  }
}

/** No heat: fingers or the roller, stitches where it has to stay, the weight of a cold iron. */
function withoutHeat(f: SeamDetail, ask: SeamDetailAsk, reasons: SeamDetailReason[]): SeamDetailPlan {
  const limit = fabricLimit(ask.fabric, ask.blendRule, ask.evidence)
  const soft = ask.fabric.nap === 'pile'
  const first: SeamDetailStep = f.hangs
    ? { do: 'hang', agents: [] }
    : f.key === 'crease' || f.key === 'largeFlat' || f.key === 'finishFlat'
      ? { do: soft ? 'fingers' : 'coldIron', agents: ['pressure'] }
      : { do: f.setFirst && !soft ? 'roller' : 'fingers', agents: ['pressure'] }
  const stays: SeamDetailStep[] = f.sharp || f.setFirst ? [{ do: 'stitch', agents: [] }] : []
  return {
    seamDetail: f.key, means: 'cold', motion: 'none', supports: supportsOf(f, ask.kit, limit, false, false), agents: ['pressure'],
    recipe: null, pressCloth: null, setPoint: null, setAtS: null, liftedC: [], touches: 1, restS: 0, untilC: 0, springsUp: null,
    bulk: bulkOf(f, ask.fabric, 1),
    print: printThroughOf(ask.fabric, 1, 1), steps: [first, ...stays], reasons,
  }
}
