import type { Layer, Stack, Transient } from '../heat'
import { fabricLimit, type BlendRule, type Evidence } from '../limit'
import { SURFACE_KINDS, FIBRES, LOW_MELT, type SurfaceKindKey, type PressClothKindKey } from '../materials'
import {
  allowedSettings, isStackWay, throughStack, type HouseHabits, type IronInput, type IronSetting, type Recipe, type Side,
  type StackShort,
} from '../recipe'
import { foldedStack } from '../seam'
import { interfacingLayer, adhesiveLayer, type FabricInput, type SupplyInput } from '../stack'

export interface HemAsk {
  fabric: FabricInput
  /** Plies that are turned up over the tape: one, two where the edge is turned in; none where the tape lies on a butted join. */
  turnedPlies: 0 | 1 | 2
  /** The tape chosen, and what else of the shelf could be taken dry. */
  tape: SupplyInput
  dryTape: SupplyInput | null
  /** A lining that hangs behind; null where there is none. */
  lining: FabricInput | null
  pressCloth: PressClothKindKey
  surface: SurfaceKindKey
  iron: IronInput
  blendRule: BlendRule
  evidence?: Evidence
  cooling: HouseHabits['cooling']
}

/** What forbids a damp press cloth, and what is done instead. */
export type HemRefusal
  = { why: 'noHeat', fumes: boolean } | { why: 'noWater' } | { why: 'noSteam' } | { why: 'pile' } | { why: 'noTape' }
    | { why: 'noAdhesive' } | { why: 'noSettings' } | StackShort
export interface LiningBehind {
  /** Hottest it gets through all that lies over it, and what it withstands, °C. */
  peakC: number
  limitC: number
  holdClear: boolean
  /** The sole itself is hotter than it withstands: it is kept off it in any case. */
  keepSoleOff: boolean
}
export interface HemPressed {
  recipe: Recipe
  /** When the press cloth is dry, and when the tape holds, s. */
  pressClothDryS: number | null
  bondS: number
  bond: number
  harm: number
  lining: LiningBehind | null
}
/** A hem under a damp press cloth; or why not, and with a dry tape that melts low, where there is one that does. */
export type HemPlan = ({ how: 'damp' } & HemPressed) | { how: 'refused', because: HemRefusal, dry: HemPressed | null }

/** So near to what a lining withstands is too near, K. */
const LINING_MARGIN_K = 10

/** A hem is held no longer than this, s: twice a person's patience. From its inside that may be too little, and its right side is tried. */
const PATIENT_S = 40

/** From the back: press cloth, what is turned up, tape, fabric, lining, surface; from the face the fabric first and the lining last. */
export function hemStack(ask: HemAsk, tape: SupplyInput, pressClothWaterGsm: number, from: Side = 'back'): Stack {
  const bare = (fabrics: FabricInput[]) => foldedStack({
    plies: fabrics, pressCloth: ask.pressCloth, pressClothWaterGsm, mistGsm: 0, surface: ask.surface,
  })
  const base = bare([ask.fabric])
  const ply = base.work[0]!
  // A tape that is adhesive alone has no base to speak of.
  const carrier = tape.massGsm > tape.adhesiveGsm + 1 ? [{ ...interfacingLayer(tape), id: 'carrier', role: 'surface' as const }] : []
  const turned = Array.from({ length: ask.turnedPlies }, (_, i): Layer => ({ ...ply, id: `turned${i}`, role: 'interfacing' }))
  const lining = ask.lining ? [{ ...bare([ask.lining]).work[0]!, id: 'lining' }] : []
  const hem = [...turned, ...carrier, adhesiveLayer(tape.adhesiveGsm), { ...ply, id: 'fabric' }]
  return {
    ...base, work: [...(from === 'back' ? hem : hem.toReversed()), ...lining],
    belowWm2K: SURFACE_KINDS[ask.surface].belowWm2K,
  }
}

function best(
  ask: HemAsk, tape: SupplyInput, settings: readonly IronSetting[], method: 'dry' | 'damp', from: Side = 'back',
): HemPressed | StackShort {
  const way = throughStack({
    stackWith: waterGsm => hemStack(ask, tape, waterGsm, from), glue: tape, fabric: ask.fabric, over: ask.fabric.fibres[0]?.fibre ?? null,
    firstSide: from, pressCloth: ask.pressCloth, surface: ask.surface, iron: ask.iron, settings, methods: [method],
    lean: { damp: 'lean', dry: 'weight' }, leastS: 0, mostS: PATIENT_S,
    blendRule: ask.blendRule, evidence: ask.evidence, cooling: ask.cooling,
  })
  if (!isStackWay(way)) return way
  const { run, meltS: _meltS, ...pressed } = way
  return { ...pressed, lining: ask.lining && liningOf(ask, ask.lining, run, way.recipe) }
}

/** Was a way found, or only how far it comes? */
export const isPressed = (b: HemPressed | StackShort): b is HemPressed => 'recipe' in b

function liningOf(ask: HemAsk, lining: FabricInput, run: Transient, recipe: Recipe): LiningBehind {
  const limit = fabricLimit(lining, ask.blendRule)
  const trace = run.layers.find(l => l.layer.id === 'lining')!
  let peakC = -Infinity
  for (let i = 0; i < run.steps && run.timesS[i]! <= recipe.holdS; i++) peakC = Math.max(peakC, trace.hottestC[i]!)
  // What it withstands is what its fibres withstand, not the sole's class: the sole does not touch it.
  const limitC = lining.fibres.length === 0 ? 80 : Math.min(...lining.fibres.map(f => FIBRES[f.fibre].damageC)) - LINING_MARGIN_K
  const wet = limit.water === 'no' && recipe.method === 'damp'
  return { peakC, limitC, holdClear: peakC > limitC || wet || limit.soleC === 0, keepSoleOff: recipe.setting.meanC > limit.soleC }
}

/**
 * A butted join with tape over it, dry, by the iron's weight: of wadding, say. Where nothing bonds without harm, how far it comes; null
 * where there is no adhesive, or no heat for it.
 */
export function tapeDry(ask: HemAsk): HemPressed | StackShort | null {
  const limit = fabricLimit(ask.fabric, ask.blendRule, ask.evidence)
  return ask.tape.adhesive && limit.soleC > 0
    ? best({ ...ask, turnedPlies: 0 }, ask.tape, allowedSettings(ask.iron.settings, limit, 0, true), 'dry')
    : null
}

/**
 * A hem stuck with tape: firm holds under a damp press cloth until it is dry and the tape holds, from the inside, or where
 * that takes too long through the one ply of its right side. What it would damage, and what cannot
 * take water or steam, is refused: then a tape that melts low is tried dry, by the iron's weight alone.
 */
export function planHem(ask: HemAsk): HemPlan {
  const limit = fabricLimit(ask.fabric, ask.blendRule, ask.evidence)
  const refused = (because: HemRefusal, dryToo = true): HemPlan => {
    const tape = ask.dryTape ?? (ask.tape.adhesive && LOW_MELT.has(ask.tape.adhesive) ? ask.tape : null)
    const dry = dryToo && tape?.adhesive ? best(ask, tape, allowedSettings(ask.iron.settings, limit, 0, true), 'dry') : null
    return { how: 'refused', because, dry: dry && isPressed(dry) ? dry : null }
  }
  if (limit.soleC === 0 || !limit.fusible) return refused({ why: 'noHeat', fumes: limit.fumes }, false)
  if (limit.motion === 'hover') return refused({ why: 'pile' }, false)
  if (limit.water === 'no') return refused({ why: 'noWater' })
  if (limit.steam === 'no') return refused({ why: 'noSteam' })
  if (!ask.tape.adhesive) return refused({ why: 'noAdhesive' })
  const settings = allowedSettings(ask.iron.settings, limit, 0, true)
  if (settings.length === 0) return refused({ why: 'noSettings' }, false)
  const back = best(ask, ask.tape, settings, 'damp')
  if (isPressed(back)) return { how: 'damp', ...back }
  const face = limit.backOnly ? back : best(ask, ask.tape, settings, 'damp', 'face')
  return isPressed(face) ? { how: 'damp', ...face } : refused(back)
}
