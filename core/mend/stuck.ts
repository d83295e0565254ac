import { bondOf, type BondCourse } from '../bond'
import { layerOf, runProgramme, steadySole, timeToReachS, valueAt, type Layer, type Stack, type Transient } from '../heat'
import { harmAlong, heatHarmAlong, type DamageInput } from '../damage'
import { fabricLimit, limitingFibres, type BlendRule, type FabricLimit, type Evidence } from '../limit'
import { SURFACE_KINDS, PRESS_CLOTH_KINDS, FIBRES, ADHESIVES, ROOM_C, type SurfaceKindKey, type PressClothKindKey,
  type FibreKey } from '../materials'
import {
  adhesiveOf, allowedSettings, coolingOf, COARSE, HANDLED_C, HARM_ALLOWED, HARM_ALLOWED_OVER_CLASS, isByHand, moistureOf, overTheirClass,
  pressureOf, type IronInput,
  type IronSetting, type Lean, type Recipe,
} from '../recipe'
import { driedS, firstAtS, foldedStack } from '../seam'
import { interfacingLayer, surfaceLayers, pressClothLayer, adhesiveLayer, type FabricInput, type SupplyInput } from '../stack'

/** Something stuck on a garment with adhesive between: a patch, badge, transfer, letter or shape. */
export interface StuckAsk {
  item: FabricInput
  garment: FabricInput
  glue: SupplyInput
  /** It lies on the inside of the garment. */
  inside: boolean
  /** The sole may meet it there: of a film or lettering it may not. */
  fromItem: boolean
  /** The sole may come from the other side of the garment. */
  fromGarment: boolean
  pressCloth: PressClothKindKey | null
  /** A sheet under the work, which takes what adhesive comes through. */
  under: PressClothKindKey | null
  surface: SurfaceKindKey
  iron: IronInput
  /** What may be tried: damp means a wet press cloth that is pressed until it is dry. */
  methods: readonly ('dry' | 'damp')[]
  lean: Lean
  /** Which side someone wants first; null as it is computed. */
  first: StuckSide | null
  /** A sheet's own seconds: never shorter, s. */
  leastS: number
  blendRule: BlendRule
  evidence?: Evidence
  cooling: 'touch' | 'cold'
}
/** Which side meets the sole: what is stuck on, or the garment. */
export type StuckSide = 'item' | 'garment'
export type StuckRefusal
  = { why: 'noHeat', fumes: boolean, of: StuckSide } | { why: 'certified' } | { why: 'noAdhesive' } | { why: 'pile' } | { why: 'backOnly' }
    | { why: 'noWater' } | { why: 'noSettings', of: StuckSide } | { why: 'shortTouches', maxS: number, bondS: number }
    | { why: 'neverBonds', bond: number } | { why: 'damages', harm: number, bondS: number }

interface StuckWay {
  side: StuckSide
  recipe: Recipe
  /** When the adhesive holds, and when a wet press cloth is dry, s. */
  bondS: number
  pressClothDryS: number | null
  bond: number
  harm: number
  /** When the glue line first melts from this side, s. */
  meltS: number | null
}
export interface StuckPlan {
  first: StuckWay | null
  /** From the other side afterwards, where that may be: until the adhesive melts from there too, s. */
  secondS: number | null
  /** Why this side comes first. */
  because: 'quicker' | 'onlySide' | 'spares' | 'asked'
  /** The other side by itself, where it works. */
  other: StuckWay | null
  refused: { side: StuckSide, because: StuckRefusal }[]
}

const LONGEST_S = 60
/** A lower setting is taken as long as it is done within this, s. */
const SOON_S = 20
const BOND_WANTED = 1.1
/** Harm that a touch does whatever its heat: 1 is to be seen. */
const CRUSHED = 1
/** From the other side it is pressed no longer than this, s. */
const LONGEST_SECOND_S = 20

const bare = (fabric: FabricInput): Layer =>
  foldedStack({ plies: [fabric], pressCloth: null, pressClothWaterGsm: 0, mistGsm: 0, surface: 'hard' }).work[0]!
/** Of the fibres that count, the one that is hurt first. */
const weakest = (fabric: FabricInput, rule: BlendRule): FibreKey | null =>
  [...limitingFibres(fabric.fibres, rule)].sort((a, b) => FIBRES[a.fibre].damageC - FIBRES[b.fibre].damageC)[0]?.fibre ?? null

/**
 * Press cloth, then what is stuck on and the garment with the adhesive between, as they meet the sole from a side; then the sheet under
 * it, the surface.
 */
export function stuckStack(
  ask: Pick<StuckAsk, 'item' | 'garment' | 'glue' | 'pressCloth' | 'under' | 'surface'>, side: StuckSide, pressClothWaterGsm: number,
): Stack {
  const { glue } = ask
  // A web or film is adhesive alone; an interfacing brings its base.
  const carrier = glue.massGsm > glue.adhesiveGsm + 1 ? [{ ...interfacingLayer(glue), id: 'carrier', role: 'surface' as const }] : []
  const down: Layer[] = [
    { ...bare(ask.item), id: 'item', role: 'interfacing' }, ...carrier, adhesiveLayer(glue.adhesiveGsm),
    { ...bare(ask.garment), id: 'fabric', role: 'fabric' },
  ]
  const under = ask.under ? [{ ...pressClothLayer(ask.under, 0), id: 'under', role: 'surface' as const }] : []
  return {
    pressCloth: ask.pressCloth ? pressClothLayer(ask.pressCloth, pressClothWaterGsm) : null, work: side === 'item'
      ? down
      : down.toReversed(),
    surface: [...under, ...surfaceLayers(ask.surface)], belowWm2K: SURFACE_KINDS[ask.surface].belowWm2K,
  }
}

interface Tried { recipe: Recipe, stack: Stack, run: Transient, bond: BondCourse, harm: Float32Array, few: Float32Array }
/** Which side of the garment meets the sole. */
const sideOut = (ask: StuckAsk, side: StuckSide): 'back' | 'face' => ((side === 'item') === ask.inside ? 'back' : 'face')

function tryAt(ask: StuckAsk, side: StuckSide, setting: IronSetting, method: 'dry' | 'damp'): Tried {
  // A sheet may ask for longer: the harm of all of it is followed.
  const durationS = Math.max(LONGEST_S, ask.leastS)
  const { glue } = ask, pressureKPa = pressureOf(ask.iron.kind, ask.lean), firstSide = sideOut(ask, side)
  const recipe: Recipe = {
    method, setting, firstSide, passes: 1, warmS: 0, holdS: durationS, secondS: null, lean: ask.lean, pressureKPa,
    ...moistureOf(method, ask.iron.kind, ask.pressCloth), coolS: 0, tableS: 0,
  }
  const stack = stuckStack(ask, side, recipe.pressClothWaterGsm)
  const run = runProgramme(
    stack, { sole: steadySole(setting.meanC), phases: [{ kind: 'down', durationS, pressureKPa }], roomC: ROOM_C }, COARSE,
  )
  const bond = bondOf(run, adhesiveOf({ supply: glue }))
  // Over-fusing of a web under a patch is no harm to either: it has nowhere to come through but the weave.
  const hurt: DamageInput = {
    fabric: ask.garment, interfacingBase: weakest(ask.item, ask.blendRule), adhesiveGsm: glue.adhesiveGsm, pressClothFibre: ask.pressCloth
      && PRESS_CLOTH_KINDS[ask.pressCloth].fibre,
    covered: ask.pressCloth !== null, surface: ask.surface, sides: [firstSide], soleC: setting.meanC, pressureKPa,
    blendRule: ask.blendRule,
  }
  // What is hotter than the class of few synthetic fibres is looked at by itself.
  const over = overTheirClass(ask.garment, fabricLimit(ask.garment, ask.blendRule, ask.evidence), setting.meanC)
  const harm = harmAlong(run, null, hurt), few = heatHarmAlong(run, hurt, over)
  return { recipe, stack, run, bond, harm, few }
}

/** What forbids heat from a side before any of it is worked out. */
function barOf(ask: StuckAsk, side: StuckSide, garment: FabricLimit, item: FabricLimit): StuckRefusal | null {
  if (garment.soleC === 0) return { why: 'noHeat', fumes: garment.fumes, of: 'garment' }
  if (item.soleC === 0) return { why: 'noHeat', fumes: item.fumes, of: 'item' }
  if (!garment.fusible) return { why: 'certified' }
  if (!ask.glue.adhesive) return { why: 'noAdhesive' }
  if (side === 'item' ? !ask.fromItem : !ask.fromGarment) return { why: 'backOnly' }
  const face = sideOut(ask, side) === 'face'
  if (face && garment.backOnly) return { why: 'backOnly' }
  if (face && ask.garment.nap === 'pile') return { why: 'pile' }
  return null
}

function wayFrom(ask: StuckAsk, side: StuckSide): StuckWay | StuckRefusal {
  const garment = fabricLimit(ask.garment, ask.blendRule, ask.evidence), item = fabricLimit(ask.item, ask.blendRule)
  const bar = barOf(ask, side, garment, item)
  if (bar) return bar
  const wet = (ask.pressCloth ? PRESS_CLOTH_KINDS[ask.pressCloth].waterHoldGsm > 0 : false) && garment.water !== 'no' && item.water !== 'no'
  const methods = ask.methods.filter(m => m === 'dry' || wet)
  if (methods.length === 0) return { why: 'noWater' }
  const byGarment = allowedSettings(ask.iron.settings, garment, 0, ask.pressCloth !== null)
  if (byGarment.length === 0) return { why: 'noSettings', of: 'garment' }
  // Behind the garment what is stuck on never sees the sole itself: its harm is read off its own heat.
  const settings = side === 'item' ? allowedSettings(byGarment, item, 0, ask.pressCloth !== null) : byGarment
  if (settings.length === 0) return { why: 'noSettings', of: 'item' }
  let found: StuckWay | null = null, most = 0, damages: StuckRefusal | null = null
  for (const method of methods) for (const setting of [...settings].sort((a, b) => a.meanC - b.meanC)) {
    const t = tryAt(ask, side, setting, method), damp = method === 'damp'
    const pressClothDryS = damp ? driedS(t.run, id => id === 'pressCloth') : null, bondS = firstAtS(t.run, t.bond.progress, BOND_WANTED)
    most = Math.max(most, t.bond.final)
    if (bondS === null || (damp && pressClothDryS === null)) continue
    const holdS = Math.ceil(Math.max(bondS, pressClothDryS ?? 0, ask.leastS)), harm = valueAt(t.run, t.harm, holdS)
    // What a touch alone crushes is no way at all; a little texture lost is the price of any.
    const isClose = valueAt(t.run, t.few, holdS) > HARM_ALLOWED_OVER_CLASS
    if (t.harm[0]! >= CRUSHED || isClose || (harm > HARM_ALLOWED && harm > t.harm[0]! + 1e-6)) {
      damages ??= { why: 'damages', harm, bondS }
      continue
    }
    if (garment.maxTouchS !== null && holdS > garment.maxTouchS) {
      damages ??= { why: 'shortTouches', maxS: garment.maxTouchS, bondS }
      continue
    }
    if (found && found.recipe.holdS <= Math.max(SOON_S, ask.leastS, holdS)) continue
    const cooling = coolingOf(
      t.stack, steadySole(setting.meanC), [{ kind: 'down', durationS: holdS, pressureKPa: t.recipe.pressureKPa }],
      { meltC: adhesiveOf({ supply: ask.glue }).meltC[0], untilC: HANDLED_C.fused[ask.cooling], byHand: isByHand(ask.iron) },
    )
    found = {
      side, recipe: { ...t.recipe, holdS, ...cooling }, bondS, pressClothDryS, harm,
      bond: valueAt(t.run, t.bond.progress, holdS), meltS: timeToReachS(t.run, layerOf(t.run, 'adhesive')!,
        ADHESIVES[ask.glue.adhesive!].meltC[0]),
    }
  }
  return found ?? damages ?? { why: 'neverBonds', bond: most }
}

const isWay = (w: StuckWay | StuckRefusal): w is StuckWay => 'recipe' in w

function reasonOf(first: StuckWay, other: StuckWay | null, barred: StuckRefusal | undefined): StuckPlan['because'] {
  if (other) return other.recipe.holdS < first.recipe.holdS ? 'asked' : 'quicker'
  return barred && ['damages', 'neverBonds', 'shortTouches'].includes(barred.why) ? 'spares' : 'onlySide'
}

/**
 * From which side it is pressed first, and how: each side by its own transient through what lies before the glue line, the quicker one
 * first, and then the other where it may be. A side that damages or that may not meet the sole is refused with its reason.
 */
export function planStuck(ask: StuckAsk): StuckPlan {
  const sides = (['item', 'garment'] as const).map(side => ({ side, way: wayFrom(ask, side) }))
  const refused = sides.flatMap(({ side, way }) => (isWay(way) ? [] : [{ side, because: way }]))
  const wanted = (w: StuckWay) => (w.side === ask.first ? -1 : 0)
  const able = sides.map(s => s.way).filter(isWay)
    .sort((a, b) => wanted(a) - wanted(b) || a.recipe.holdS - b.recipe.holdS || (a.side === 'item' ? -1 : 1))
  const [first = null, other = null] = able
  if (!first) return { first: null, secondS: null, because: 'onlySide', other: null, refused }
  const secondS = other ? Math.min(LONGEST_SECOND_S, Math.ceil(other.meltS ?? other.recipe.holdS)) : null
  return {
    first: secondS === null ? first : { ...first, recipe: { ...first.recipe, passes: 2, secondS } }, secondS, other, refused,
    because: reasonOf(first, other, refused[0]?.because),
  }
}
