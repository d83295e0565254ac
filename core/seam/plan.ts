import { valueAt, type Phase, type Transient } from '../heat'
import { harmAlong } from '../hurt'
import { clothLimit, type BlendRule, type ClothLimit, type Evidence } from '../limit'
import {
  CLAPPER_KPA, COVER_KINDS, IRON_KINDS, SHOT_S, steamGM2S, STEAMS_FROM_C, type BedKindKey, type CoverKindKey,
} from '../materials'
import { allowedStops, TURN_S, type IronInput, type IronStop, type Method, type Recipe } from '../recipe'
import type { ClothInput } from '../stack'
import { bulkOf, printThroughOf, STEP_MM, type Bulk, type PrintThrough } from './bulk'
import { FEATURES, pliesOf, type Feature, type FeatureKey, type Motion, type SupportKey } from './features'
import { pliesIn, runFold, type Fold } from './fold'
import { settingOf, type Setting } from './sets'

/** Heat, steam, pressure: two at a time, never all three while the iron moves. */
export type Agent = 'heat' | 'steam' | 'pressure'
interface House {
  /** Seams of cloth that would take steam. */
  piecing: 'dry' | 'steam'
  cooling: 'touch' | 'cold'
  alwaysCover: boolean
}
export interface FeatureAsk {
  feature: FeatureKey
  cloth: ClothInput
  iron: IronInput
  cover: CoverKindKey | null
  bed: BedKindKey
  blendRule: BlendRule
  evidence?: Evidence
  house: House
  /** What of the board's helpers is there. */
  kit: readonly SupportKey[]
}

/** With what: the iron set down; the iron held over it; no heat at all. */
type Means = 'iron' | 'hover' | 'cold'
/** One thing the hands do, with its agents. */
export type FeatureStep
  = | { do: 'setFlat', forS: number, agents: Agent[] }
    | { do: 'press', side: 'back' | 'face', forS: number, agents: Agent[] }
    | { do: 'hover', forS: number, agents: Agent[] }
    | { do: 'fingers' | 'roller' | 'coldIron' | 'stitch', agents: Agent[] }
    | { do: 'look', side: 'back' | 'face', forS: number, agents: Agent[] }
    | { do: 'clapper' | 'rest', forS: number, untilC: number, agents: Agent[] }

/** Why it is done so. */
export type FeatureReason
  = | { why: 'noHeat', fumes: boolean }
    | { why: 'pile', steam: boolean }
    | { why: 'sets', setting: Setting, moist: boolean }
    | { why: 'stretches' }
    | { why: 'house', piecing: House['piecing'] }
    | { why: 'moistSets' }
    | { why: 'noMoisture', barred: 'water' | 'iron' | 'useless' }
    | { why: 'neverSets', lastC: number, setC: number }
    | { why: 'printsThrough', print: PrintThrough }
    | { why: 'ridge', bulk: Bulk }
    | { why: 'shortTouches', maxS: number, touches: number }
    | { why: 'backOnly' }
    | { why: 'texture' }
    | { why: 'bothSides' }
    | { why: 'noCooler', coolestC: number, limitC: number }

export interface Support {
  key: SupportKey
  /** It is not there: what is taken instead. */
  standIn: 'towel' | 'pileTowel' | 'paper' | 'air' | null
}
export interface FeaturePlan {
  feature: FeatureKey
  means: Means
  motion: Motion
  supports: Support[]
  agents: Agent[]
  /** Null where no heat is used. */
  recipe: Recipe | null
  cover: CoverKindKey | null
  setting: Setting | null
  /** When the last ply has reached what sets it, s; null where it does not. */
  setAtS: number | null
  /** Every ply when the sole is lifted, from the sole down, °C. */
  liftedC: number[]
  /** Set down so many times where one touch may not be that long. */
  touches: number
  restS: number
  untilC: number
  bulk: Bulk
  print: PrintThrough
  steps: FeatureStep[]
  reasons: FeatureReason[]
}

/** Carried by the hand so that it only just rests, kPa. Typical. */
const BORNE_KPA = 0.2
/** Held over the work: nothing is touched, and so much of the steam gets in. A recipe says so by its least pressure. */
const OVER_KPA = 0.001, HOVER_KPA = 0.01, HOVER_STEAM_SHARE = 0.15
/** Is the iron held over the work instead of set down on it? */
export const isHovering = (r: Pick<Recipe, 'pressureKPa'>): boolean => r.pressureKPa <= HOVER_KPA
/** Under this a seam may be taken up, °C; by the other house rule only once it is as cold as the hand. Typical. */
const MOVED_UNDER_C = 45
const COLD_C = 32
const SET_FLAT_S = 3, LOOK_S = 2
/** A stop that sets a fold within this is hot enough: the lowest such one is taken, s. */
const SOON_S = 12
/** Nobody stands over one touch for longer: then another moisture, or both sides, s. */
const PATIENT_S = 20
const LONGEST_S = 40, LONGEST_REST_S = 600
/** Thick work is steamed all the while, up to so long, s. */
const LONG_STEAM_S = 10
const HARM_ALLOWED = 0.8
/** Misted so much where it is pressed moist without steam, g/m². */
const MIST_GSM = 35

interface Tried {
  way: number
  recipe: Recipe
  fold: Fold
  run: Transient
  /** When the last ply is set, one side; null where it is not before harm. */
  setAtS: number | null
  safeS: number
  setting: Setting
}
/** A moisture, with how long steam is given. */
interface Moisture { method: Method, steamS: number }
/** What was settled on: one side or both, so long each. */
interface Settled extends Tried { holdS: number, both: boolean, touches: number, set: boolean }
const BETWEEN_S = 4, MOST_TOUCHES = 6

/** How a feature of this cloth is pressed: the side, the motion, what lies under it, two of three agents, how long, and why. */
export function planFeature(ask: FeatureAsk): FeaturePlan {
  const f = FEATURES[ask.feature]
  const limit = clothLimit(ask.cloth, ask.blendRule, ask.evidence)
  const reasons: FeatureReason[] = []
  if (limit.soleC === 0) return withoutHeat(f, ask, [{ why: 'noHeat', fumes: limit.fumes }])
  if (ask.iron.stops.length === 0) throw new RangeError('The iron has no stops: give at least one.')
  const stops = allowedStops(ask.iron.stops, limit)
  if (stops.length === 0)
    return withoutHeat(f, ask, [{ why: 'noCooler', coolestC: Math.min(...ask.iron.stops.map(s => s.meanC)), limitC: limit.soleC }])
  if (limit.motion === 'hover') return hovered(f, ask, limit, stops)

  const { methods, because } = methodsFor(f, ask, limit, stops)
  reasons.push(...(f.stretches && !because.some(b => b.why === 'stretches') ? [{ why: 'stretches' as const }] : []), ...because)
  // A texture is pressed flat from the face, so the sole never comes there.
  const onlyBack = limit.backOnly || ask.cloth.nap === 'texture'
  const firstSide = onlyBack ? 'back' : f.firstSide
  if (onlyBack && (f.firstSide === 'face' || f.look)) reasons.push({ why: limit.backOnly ? 'backOnly' : 'texture' })
  const needsCover = limit.coverNeeded || ask.house.alwaysCover || firstSide === 'face'
  const cover = needsCover ? (ask.cover ?? 'muslin') : null
  const ways = methods.flatMap(waysOf)
  const tried = ways.flatMap((w, way) => stops.flatMap(stop => tryOut(f, ask, { ...w, way, stop, cover, limit }, firstSide) ?? []))
  const best = settle(tried, !onlyBack, limit)
  const { setting, holdS, touches } = best
  const moist = best.recipe.method !== 'dry'
  reasons.push({ why: 'sets', setting, moist })
  if (touches > 1) reasons.push({ why: 'shortTouches', maxS: holdS, touches })
  if (best.both) reasons.push({ why: 'bothSides' })
  if (!best.set) reasons.push({ why: 'neverSets', lastC: valueAt(best.run, pliesIn(best.run).at(-1)!.meanC, holdS), setC: setting.setC })
  const wantsClapper = f.sharp || (moist && f.setFirst)
  const clapped = ask.kit.includes('clapper') && wantsClapper
  const looked = f.look && !onlyBack && !best.both
  const recipe: Recipe = {
    ...best.recipe, holdS, steamS: Math.min(best.recipe.steamS, holdS), passes: looked || best.both ? 2 : 1,
    secondS: best.both ? holdS : looked ? LOOK_S : null,
  }
  const covered = best.both ? (cover ?? ask.cover ?? 'muslin') : cover
  const { restS, untilC, liftedC } = restOf(
    best.fold, recipe, pressPhases(best.recipe, holdS, best.both, touches), clapped, ask.house,
  )
  const { weightKPa } = IRON_KINDS[ask.iron.kind]
  const bulk = bulkOf(f, ask.cloth, weightKPa), print = printThroughOf(ask.cloth, 1, weightKPa)
  const allowances = f.section.length > 1 || pliesOf(f) > 2
  const cards = allowances && print.shows && firstSide === 'back' && f.key !== 'gather'
  if (cards) reasons.push({ why: 'printsThrough', print })
  if (bulk.stepMm > STEP_MM) reasons.push({ why: 'ridge', bulk })
  const agents: Agent[] = moist ? ['heat', 'steam'] : ['heat', 'pressure']
  return {
    feature: f.key, means: 'iron', motion: f.motion, supports: supportsOf(f, ask.kit, limit, cards, wantsClapper), agents,
    recipe: { ...recipe, coolS: restS }, cover: covered, setting, setAtS: best.set ? (best.setAtS ?? holdS) : null, liftedC, touches,
    restS, untilC,
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
  f: Feature, ask: FeatureAsk, limit: ClothLimit, stops: readonly IronStop[],
): { methods: Method[], because: FeatureReason[] } {
  const dry = settingOf(ask.cloth.fibres, false)
  if (!dry.drierC) return { methods: ['dry'], because: [{ why: 'noMoisture', barred: 'useless' }] }
  const steams = IRON_KINDS[ask.iron.kind].steamGMin > 0 && stops.some(s => s.meanC >= STEAMS_FROM_C)
  const moist: Method[] = [
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

/** Steam in a shot, then for as long as thick work asks. */
const waysOf = (method: Method): Moisture[] =>
  method === 'steam' ? [{ method, steamS: SHOT_S }, { method, steamS: LONG_STEAM_S }] : [{ method, steamS: 0 }]
const otherSide = (side: 'back' | 'face') => (side === 'back' ? 'face' as const : 'back' as const)

interface Try extends Moisture { way: number, stop: IronStop, cover: CoverKindKey | null, limit: ClothLimit }
function tryOut(f: Feature, ask: FeatureAsk, t: Try, firstSide: 'back' | 'face'): Tried | null {
  const { method, stop, cover, limit } = t
  if (method === 'steam' && (stop.meanC < STEAMS_FROM_C || (cover !== null && !COVER_KINDS[cover].vapourPasses))) return null
  const moist = method !== 'dry'
  const recipe: Recipe = {
    method, stop, firstSide, passes: 1, warmS: 0, holdS: LONGEST_S, secondS: null, lean: 'weight',
    pressureKPa: moist ? BORNE_KPA : IRON_KINDS[ask.iron.kind].weightKPa, coverWaterGsm: 0, mistGsm: method === 'mist' ? MIST_GSM : 0,
    steamGM2S: method === 'steam' ? steamGM2S(ask.iron.kind) : 0, steamS: t.steamS, coolS: 0,
  }
  const fold: Fold = {
    plies: Array.from({ length: pliesOf(f) }, () => ask.cloth), cover, coverWaterGsm: 0, mistGsm: recipe.mistGsm,
    bed: limit.bed === 'sparesPile' ? 'needle' : ask.bed,
  }
  const run = runFold(fold, stop.meanC, [downPhase(recipe)])
  const setting = settingOf(ask.cloth.fibres, moist)
  const safeS = safeUntilS(run, fold, recipe, ask)
  const setAtS = reachedS(run, setting.setC)
  return { way: t.way, recipe, fold, run, setting, safeS, setAtS: setAtS !== null && setAtS <= safeS ? setAtS : null }
}

/** Until when heat and water do no harm; what the touch itself does to a surface is said beforehand, and does not grow. */
function safeUntilS(run: Transient, fold: Fold, recipe: Recipe, ask: FeatureAsk): number {
  const harm = harmAlong(run, null, {
    cloth: ask.cloth, backingBase: null, resinGsm: 0, coverFibre: fold.cover ? COVER_KINDS[fold.cover].fibre : null,
    covered: fold.cover !== null, bed: fold.bed, sides: [recipe.firstSide], soleC: recipe.stop.meanC, pressureKPa: recipe.pressureKPa,
    blendRule: ask.blendRule,
  })
  for (let i = 0; i < run.steps; i++) if (harm[i]! > HARM_ALLOWED && harm[i]! > harm[0]! + 1e-6) return run.timesS[i]!
  return run.timesS[run.steps - 1]!
}

/** When all of the plies have reached a temperature, each at its own time, s. */
export function reachedS(run: Transient, wantedC: number): number | null {
  const plies = pliesIn(run), open = new Set(plies)
  for (let i = 0; i < run.steps; i++) {
    for (const p of open) if (p.meanC[i]! >= wantedC) open.delete(p)
    if (open.size === 0) return run.timesS[i]!
  }
  return null
}

const downPhase = (r: Recipe, durationS = r.holdS): Phase => ({
  kind: 'down', durationS, pressureKPa: r.pressureKPa, steamGM2S: r.steamGM2S, steamS: Math.min(r.steamS, durationS),
})
/** Down on one side or on both, or several times on one with the sole away between. */
const pressPhases = (r: Recipe, holdS: number, both: boolean, touches: number): Phase[] => [
  ...Array.from({ length: touches }, (_, i): Phase[] => [
    ...(i > 0 ? [{ kind: 'lifted' as const, durationS: BETWEEN_S }] : []), downPhase(r, holdS),
  ]).flat(),
  ...(both ? [{ kind: 'lifted' as const, durationS: TURN_S }, { kind: 'turn' as const }, downPhase(r, holdS)] : []),
]
const wholeS = (s: number) => Math.max(2, Math.ceil(s + 0.5))

/**
 * The first moisture that sets it within patience, at its lowest stop that is soon enough; else from both sides; else for as long as it
 * takes; else as far as is safe, and it is said that it does not set.
 */
function settle(tried: readonly Tried[], bothSides: boolean, limit: ClothLimit): Settled {
  const ways = [...new Set(tried.map(t => t.way))]
  const coolest = (all: readonly Tried[]) => all.reduce((a, b) => (b.recipe.stop.meanC < a.recipe.stop.meanC ? b : a))
  const quickest = (all: readonly Tried[]) => all.reduce((a, b) => (b.setAtS! < a.setAtS! ? b : a))
  const oneSide = (t: Tried): Settled => ({ ...t, holdS: wholeS(t.setAtS!), both: false, touches: 1, set: true })
  const mostS = Math.min(PATIENT_S, limit.maxTouchS ?? Infinity)
  const hottestFirst = [...tried].sort((a, b) => a.way - b.way || b.recipe.stop.meanC - a.recipe.stop.meanC)
  for (const method of new Set(tried.map(t => t.recipe.method))) {
    for (const way of ways) {
      const able = tried.filter(t => t.way === way && t.recipe.method === method && t.setAtS !== null && wholeS(t.setAtS) <= mostS)
      const soon = able.filter(t => t.setAtS! <= SOON_S)
      if (able.length > 0) return oneSide(soon.length > 0 ? coolest(soon) : quickest(able))
    }
    for (const t of hottestFirst) {
      const holdS = bothSides && t.recipe.method === method ? bothSidesS(t, mostS) : null
      if (holdS !== null) return { ...t, holdS, both: true, touches: 1, set: true }
    }
  }
  if (limit.maxTouchS !== null) {
    for (const t of hottestFirst) {
      const holdS = Math.floor(Math.min(limit.maxTouchS, t.safeS)), touches = holdS >= 2 ? touchesToSet(t, holdS) : null
      if (touches !== null) return { ...t, holdS, both: false, touches, set: true }
    }
  } else {
    const ever = tried.filter(t => t.setAtS !== null)
    if (ever.length > 0) return oneSide(quickest(ever))
  }
  const most = hottestFirst.reduce((a, b) => (Math.min(b.safeS, mostS) > Math.min(a.safeS, mostS) ? b : a))
  return { ...most, holdS: Math.max(1, Math.floor(Math.min(most.safeS, mostS))), both: false, touches: 1, set: false }
}

/** Seconds a side until every ply is set once it is pressed from both; null where that takes too long or harms. */
function bothSidesS(t: Tried, mostS: number): number | null {
  const able = (holdS: number): boolean => {
    return reachedS(runFold(t.fold, t.recipe.stop.meanC, pressPhases(t.recipe, holdS, true, 1)), t.setting.setC) !== null
  }
  const upTo = Math.floor(Math.min(mostS, t.safeS))
  if (upTo < 2 || !able(upTo)) return null
  let low = 2, high = upTo
  while (low < high) {
    const mid = (low + high) >> 1
    if (able(mid)) high = mid
    else low = mid + 1
  }
  return low
}

/** Short touches one after the other, the sole away between them: how many set it. */
function touchesToSet(t: Tried, holdS: number): number | null {
  const atS = reachedS(runFold(t.fold, t.recipe.stop.meanC, pressPhases(t.recipe, holdS, false, MOST_TOUCHES)), t.setting.setC)
  return atS === null ? null : Math.max(1, Math.ceil(atS / (holdS + BETWEEN_S)))
}

/** How long it lies until every ply is cool enough to be moved. */
function restOf(
  fold: Fold, recipe: Recipe, pressed: Phase[], clapped: boolean, house: House, steamShare?: number,
): Pick<FeaturePlan, 'restS' | 'untilC' | 'liftedC'> {
  const untilC = house.cooling === 'touch' ? MOVED_UNDER_C : COLD_C
  const run = runFold(fold, recipe.stop.meanC, [
    ...pressed,
    clapped
      ? { kind: 'clapper', durationS: LONGEST_REST_S, pressureKPa: CLAPPER_KPA }
      : { kind: 'lifted', durationS: LONGEST_REST_S },
  ], steamShare)
  const plies = pliesIn(run)
  const liftedS = pressed.reduce((s, p) => s + ('durationS' in p ? p.durationS : 0), 0)
  let coldS = LONGEST_REST_S
  for (let i = 0; i < run.steps; i++) {
    if (run.timesS[i]! < liftedS || plies.some(p => p.meanC[i]! > untilC)) continue
    coldS = run.timesS[i]! - liftedS
    break
  }
  return { restS: Math.max(5, Math.ceil(coldS / 5) * 5), untilC, liftedC: plies.map(p => valueAt(run, p.meanC, liftedS)) }
}

const STAND_INS: Partial<Record<SupportKey, Support['standIn']>> = {
  ham: 'towel', roll: 'towel', sleeveBoard: 'towel', needleBoard: 'pileTowel', cards: 'paper', clapper: 'air',
}
function supportsOf(f: Feature, kit: readonly SupportKey[], limit: ClothLimit, cards: boolean, clapper: boolean): Support[] {
  const shape = f.support === 'roll' && !kit.includes('roll') && kit.includes('sleeveBoard') ? 'sleeveBoard' : f.support
  const wanted: SupportKey[] = [
    shape, ...(limit.bed === 'sparesPile' ? ['needleBoard' as const] : []), ...(cards ? ['cards' as const] : []),
    ...(clapper ? ['clapper' as const] : []),
  ]
  return wanted.map(key => ({ key, standIn: kit.includes(key) ? null : (STAND_INS[key] ?? null) }))
}

/** Pile: steam from an iron held over it, then the fingers; where steam may not be, the fingers alone. */
function hovered(f: Feature, ask: FeatureAsk, limit: ClothLimit, stops: readonly IronStop[]): FeaturePlan {
  const steams = IRON_KINDS[ask.iron.kind].steamGMin > 0 && limit.steam !== 'no'
  const stop = stops.filter(s => s.meanC >= STEAMS_FROM_C).reduce<IronStop | null>((a, b) => (a && a.meanC <= b.meanC ? a : b), null)
  if (!steams || !stop) return withoutHeat(f, ask, [{ why: 'pile', steam: false }])
  const recipe: Recipe = {
    method: 'steam', stop, firstSide: 'back', passes: 1, warmS: 0, holdS: LONGEST_S, secondS: null, lean: 'weight', pressureKPa: HOVER_KPA,
    coverWaterGsm: 0, mistGsm: 0, steamGM2S: steamGM2S(ask.iron.kind), steamS: LONGEST_S, coolS: 0,
  }
  const fold: Fold = {
    plies: Array.from({ length: pliesOf(f) }, () => ask.cloth), cover: null, coverWaterGsm: 0, mistGsm: 0, bed: 'needle',
  }
  const setting = settingOf(ask.cloth.fibres, true)
  const over = (r: Recipe): Phase => ({ ...downPhase(r), pressureKPa: OVER_KPA } as Phase)
  const setAtS = reachedS(runFold(fold, stop.meanC, [over(recipe)], HOVER_STEAM_SHARE), setting.setC)
  const holdS = Math.max(2, Math.ceil((setAtS ?? SOON_S) + 0.5))
  const held = { ...recipe, holdS, steamS: holdS }
  const rest = restOf(fold, held, [over(held)], false, ask.house, HOVER_STEAM_SHARE)
  const bulk = bulkOf(f, ask.cloth, 1), print = printThroughOf(ask.cloth, 1, 1)
  return {
    feature: f.key, means: 'hover', motion: 'hover', supports: supportsOf(f, ask.kit, limit, false, false), agents: ['steam', 'pressure'],
    recipe: { ...held, coolS: rest.restS }, cover: null, setting, setAtS, touches: 1, ...rest, bulk, print,
    steps: [
      { do: 'hover', forS: holdS, agents: ['steam'] }, { do: 'fingers', agents: ['pressure'] },
      { do: 'rest', forS: rest.restS, untilC: rest.untilC, agents: [] },
    ],
    reasons: [
      { why: 'pile', steam: true }, { why: 'sets', setting, moist: true },
      ...(setAtS === null ? [{ why: 'neverSets' as const, lastC: rest.liftedC.at(-1)!, setC: setting.setC }] : []),
    ],
  }
}

/** No heat: fingers or the roller, stitches where it has to stay, the weight of a cold iron. */
function withoutHeat(f: Feature, ask: FeatureAsk, reasons: FeatureReason[]): FeaturePlan {
  const limit = clothLimit(ask.cloth, ask.blendRule, ask.evidence)
  const soft = ask.cloth.nap === 'pile'
  const first: FeatureStep = f.key === 'crease' || f.key === 'largeFlat'
    ? { do: soft ? 'fingers' : 'coldIron', agents: ['pressure'] }
    : { do: f.setFirst && !soft ? 'roller' : 'fingers', agents: ['pressure'] }
  const stays: FeatureStep[] = f.sharp || f.setFirst ? [{ do: 'stitch', agents: [] }] : []
  return {
    feature: f.key, means: 'cold', motion: 'none', supports: supportsOf(f, ask.kit, limit, false, false), agents: ['pressure'],
    recipe: null, cover: null, setting: null, setAtS: null, liftedC: [], touches: 1, restS: 0, untilC: 0, bulk: bulkOf(f, ask.cloth, 1),
    print: printThroughOf(ask.cloth, 1, 1), steps: [first, ...stays], reasons,
  }
}
