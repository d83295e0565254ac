import { bondOf, type BondCourse } from '../bond'
import { runProgramme, steadySole, valueAt, type Layer, type Stack, type Transient } from '../heat'
import { harmAlong, heatHarmAlong, type DamageInput } from '../damage'
import { fabricLimit, type BlendRule, type Evidence } from '../limit'
import {
  SURFACE_KINDS, PRESS_CLOTH_KINDS, FIBRES, LOW_MELT, ROOM_C, type SurfaceKindKey, type PressClothKindKey,
} from '../materials'
import {
  adhesiveOf, allowedSettings, coolingOf, COARSE, HANDLED_C, HARM_ALLOWED, HARM_ALLOWED_OVER_CLASS, isByHand, moistureOf, overTheirClass,
  pressureOf, type Cooling, type IronInput,
  type IronSetting, type Recipe,
} from '../recipe'
import { driedS, firstAtS, foldedStack } from '../seam'
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
  cooling: 'touch' | 'cold'
}

/** What forbids a damp press cloth, and what is done instead. */
export type HemRefusal
  = | { why: 'noHeat', fumes: boolean } | { why: 'damages' } | { why: 'noWater' } | { why: 'noSteam' }
    | { why: 'pile' } | { why: 'noTape' } | { why: 'noAdhesive' } | { why: 'neverBonds', bond: number } | { why: 'noSettings' }
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

const LONGEST_S = 60
/** A lower setting is taken as long as it is done within this, s. */
const SOON_S = 20
const BOND_WANTED = 1.1
/** So near to what a lining withstands is too near, K. */
const LINING_MARGIN_K = 10

/** Press cloth, what is turned up, tape, fabric, lining, surface. */
export function hemStack(ask: HemAsk, tape: SupplyInput, pressClothWaterGsm: number): Stack {
  const bare = (fabrics: FabricInput[]) => foldedStack({
    plies: fabrics, pressCloth: ask.pressCloth, pressClothWaterGsm, mistGsm: 0, surface: ask.surface,
  })
  const base = bare([ask.fabric])
  const ply = base.work[0]!
  // A tape that is adhesive alone has no base to speak of.
  const carrier = tape.massGsm > tape.adhesiveGsm + 1 ? [{ ...interfacingLayer(tape), id: 'carrier', role: 'surface' as const }] : []
  const turned = Array.from({ length: ask.turnedPlies }, (_, i): Layer => ({ ...ply, id: `turned${i}`, role: 'interfacing' }))
  const lining = ask.lining ? [{ ...bare([ask.lining]).work[0]!, id: 'lining' }] : []
  return {
    ...base, work: [...turned, ...carrier, adhesiveLayer(tape.adhesiveGsm), { ...ply, id: 'fabric' }, ...lining],
    belowWm2K: SURFACE_KINDS[ask.surface].belowWm2K,
  }
}

interface Tried { recipe: Recipe, stack: Stack, run: Transient, bond: BondCourse, harm: Float32Array, few: Float32Array }
function tryAt(ask: HemAsk, tape: SupplyInput, setting: IronSetting, damp: boolean): Tried {
  const pressureKPa = pressureOf(ask.iron.kind, damp ? 'lean' : 'weight')
  const recipe: Recipe = {
    method: damp ? 'damp' : 'dry', setting, firstSide: 'back', passes: 1, warmS: 0, holdS: LONGEST_S, secondS: null,
    lean: damp ? 'lean' : 'weight', pressureKPa, ...moistureOf(damp ? 'damp' : 'dry', ask.iron.kind, ask.pressCloth), coolS: 0, tableS: 0,
  }
  const stack = hemStack(ask, tape, recipe.pressClothWaterGsm)
  const run = runProgramme(
    stack, { sole: steadySole(setting.meanC), phases: [{ kind: 'down', durationS: LONGEST_S, pressureKPa }], roomC: ROOM_C }, COARSE,
  )
  const bond = bondOf(run, adhesiveOf({ supply: tape }))
  const hurt: DamageInput = {
    fabric: ask.fabric, interfacingBase: ask.fabric.fibres[0]?.fibre ?? null, adhesiveGsm: tape.adhesiveGsm,
    pressClothFibre: PRESS_CLOTH_KINDS[ask.pressCloth].fibre,
    covered: true, surface: ask.surface, sides: ['back'], soleC: setting.meanC, pressureKPa, blendRule: ask.blendRule,
  }
  // What is hotter than the class of few synthetic fibres is looked at by itself.
  const over = overTheirClass(ask.fabric, fabricLimit(ask.fabric, ask.blendRule, ask.evidence), setting.meanC)
  const harm = harmAlong(run, null, hurt), few = heatHarmAlong(run, hurt, over)
  return { recipe, stack, run, bond, harm, few }
}

/** The best setting: the lowest that is done soon, else the quickest; null where none bonds without harm. */
function best(ask: HemAsk, tape: SupplyInput, settings: readonly IronSetting[], damp: boolean): HemPressed | { bond: number } {
  let found: HemPressed | null = null, most = 0
  for (const setting of [...settings].sort((a, b) => a.meanC - b.meanC)) {
    const t = tryAt(ask, tape, setting, damp)
    const pressClothDryS = driedS(t.run, id => id === 'pressCloth'), bondS = firstAtS(t.run, t.bond.progress, BOND_WANTED)
    most = Math.max(most, t.bond.final)
    if (bondS === null || (damp && pressClothDryS === null)) continue
    const holdS = Math.ceil(Math.max(bondS, damp ? pressClothDryS! : 0))
    const harm = valueAt(t.run, t.harm, holdS)
    if (harm > HARM_ALLOWED && harm > t.harm[0]! + 1e-6) continue
    if (valueAt(t.run, t.few, holdS) > HARM_ALLOWED_OVER_CLASS) continue
    if (found && found.recipe.holdS <= Math.max(SOON_S, holdS)) continue
    const recipe = { ...t.recipe, holdS, ...coolingFor(ask, tape, t, holdS) }
    found = {
      recipe, pressClothDryS: damp ? pressClothDryS : null, bondS, bond: valueAt(t.run, t.bond.progress, holdS), harm,
      lining: ask.lining && liningOf(ask, ask.lining, t, holdS),
    }
  }
  return found ?? { bond: most }
}

/** Was a way found, or only how far it comes? */
export const isPressed = (b: HemPressed | { bond: number }): b is HemPressed => 'recipe' in b

const coolingFor = (ask: HemAsk, tape: SupplyInput, t: Tried, holdS: number): Cooling => coolingOf(
  t.stack, steadySole(t.recipe.setting.meanC), [{ kind: 'down', durationS: holdS, pressureKPa: t.recipe.pressureKPa }],
  { meltC: adhesiveOf({ supply: tape }).meltC[0], untilC: HANDLED_C.fused[ask.cooling], byHand: isByHand(ask.iron) },
)

function liningOf(ask: HemAsk, lining: FabricInput, t: Tried, holdS: number): LiningBehind {
  const limit = fabricLimit(lining, ask.blendRule)
  const trace = t.run.layers.find(l => l.layer.id === 'lining')!
  let peakC = -Infinity
  for (let i = 0; i < t.run.steps && t.run.timesS[i]! <= holdS; i++) peakC = Math.max(peakC, trace.hottestC[i]!)
  // What it withstands is what its fibres withstand, not the sole's class: the sole does not touch it.
  const limitC = lining.fibres.length === 0 ? 80 : Math.min(...lining.fibres.map(f => FIBRES[f.fibre].damageC)) - LINING_MARGIN_K
  const wet = limit.water === 'no' && t.recipe.method === 'damp'
  return { peakC, limitC, holdClear: peakC > limitC || wet || limit.soleC === 0, keepSoleOff: t.recipe.setting.meanC > limit.soleC }
}

/**
 * A butted join with tape over it, dry, by the iron's weight: of wadding, say. Where nothing bonds without harm, how far it comes; null
 * where there is no adhesive, or no heat for it.
 */
export function tapeDry(ask: HemAsk): HemPressed | { bond: number } | null {
  const limit = fabricLimit(ask.fabric, ask.blendRule, ask.evidence)
  return ask.tape.adhesive && limit.soleC > 0
    ? best({ ...ask, turnedPlies: 0 }, ask.tape, allowedSettings(ask.iron.settings, limit, 0, true), false)
    : null
}

/**
 * A hem stuck with tape: firm holds under a damp press cloth until it is dry and the tape holds. What it would damage, and what cannot
 * take water or steam, is refused: then a tape that melts low is tried dry, by the iron's weight alone.
 */
export function planHem(ask: HemAsk): HemPlan {
  const limit = fabricLimit(ask.fabric, ask.blendRule, ask.evidence)
  const refused = (because: HemRefusal, dryToo = true): HemPlan => {
    const tape = ask.dryTape ?? (ask.tape.adhesive && LOW_MELT.has(ask.tape.adhesive) ? ask.tape : null)
    const dry = dryToo && tape?.adhesive ? best(ask, tape, allowedSettings(ask.iron.settings, limit, 0, true), false) : null
    return { how: 'refused', because, dry: dry && isPressed(dry) ? dry : null }
  }
  if (limit.soleC === 0 || !limit.fusible) return refused({ why: 'noHeat', fumes: limit.fumes }, false)
  if (limit.motion === 'hover') return refused({ why: 'pile' }, false)
  if (limit.water === 'no') return refused({ why: 'noWater' })
  if (limit.steam === 'no') return refused({ why: 'noSteam' })
  if (!ask.tape.adhesive) return refused({ why: 'noAdhesive' })
  const settings = allowedSettings(ask.iron.settings, limit, 0, true)
  if (settings.length === 0) return refused({ why: 'noSettings' }, false)
  const damp = best(ask, ask.tape, settings, true)
  if (isPressed(damp)) return { how: 'damp', ...damp }
  return refused(damp.bond >= BOND_WANTED ? { why: 'damages' } : { why: 'neverBonds', bond: damp.bond })
}
