import type { Layer, Stack } from '../heat'
import { fabricLimit, limitingFibres, type BlendRule, type FabricLimit, type Evidence } from '../limit'
import { SURFACE_KINDS, PRESS_CLOTH_KINDS, FIBRES, type SurfaceKindKey, type PressClothKindKey, type FibreKey } from '../materials'
import {
  allowedSettings, isStackWay, throughStack, type HouseHabits, type IronInput, type Lean, type StackShort, type StackWay,
} from '../recipe'
import { foldedStack } from '../seam'
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
  cooling: HouseHabits['cooling']
}
/** Which side meets the sole: what is stuck on, or the garment. */
export type StuckSide = 'item' | 'garment'
export type StuckRefusal
  = { why: 'noHeat', fumes: boolean, of: StuckSide } | { why: 'certified' } | { why: 'noAdhesive' } | { why: 'pile' } | { why: 'backOnly' }
    | { why: 'noWater' } | { why: 'noSettings', of: StuckSide } | StackShort

interface StuckWay extends Omit<StackWay, 'run'> { side: StuckSide }
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

/** Which side of the garment meets the sole. */
const sideOut = (ask: StuckAsk, side: StuckSide): 'back' | 'face' => ((side === 'item') === ask.inside ? 'back' : 'face')

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
  const way = throughStack({
    stackWith: waterGsm => stuckStack(ask, side, waterGsm), glue: ask.glue, fabric: ask.garment, over: weakest(ask.item, ask.blendRule),
    firstSide: sideOut(ask, side), pressCloth: ask.pressCloth, surface: ask.surface, iron: ask.iron, settings, methods,
    lean: { dry: ask.lean, damp: ask.lean }, leastS: ask.leastS, blendRule: ask.blendRule, evidence: ask.evidence, cooling: ask.cooling,
  })
  if (!isStackWay(way)) return way
  const { run: _run, ...pressed } = way
  return { side, ...pressed }
}

const isWay = (w: StuckWay | StuckRefusal): w is StuckWay => 'recipe' in w

function reasonOf(first: StuckWay, other: StuckWay | null, barred: StuckRefusal | undefined): StuckPlan['because'] {
  if (other) return other.recipe.holdS < first.recipe.holdS ? 'asked' : 'quicker'
  return barred && ['damages', 'neverBonds', 'shortTouches', 'tooNarrow'].includes(barred.why) ? 'spares' : 'onlySide'
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
