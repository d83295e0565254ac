import { bondOf, gradeOf, shifted, type BondCourse } from '../bond'
import { runProgramme, steadySole, valueAt, type Layer, type Stack, type Transient } from '../heat'
import { harmAlong } from '../hurt'
import { clothLimit, type BlendRule, type Evidence } from '../limit'
import {
  BED_KINDS, COVER_KINDS, FIBRES, ROOM_C, type BedKindKey, type CoverKindKey, type ResinKey,
} from '../materials'
import {
  allowedStops, COARSE, COLD_C, HARM_ALLOWED, moistureOf, pressureOf, type IronInput, type IronStop, type Recipe,
} from '../recipe'
import { driedS, firstAtS, foldedStack, lyingS, MOVED_UNDER_C } from '../seam'
import { backingLayer, resinLayer, type ClothInput, type SupplyInput } from '../stack'

export interface HemAsk {
  cloth: ClothInput
  /** Plies that are turned up over the tape: one, two where the edge is turned in; none where the tape lies on a butted join. */
  turnedPlies: 0 | 1 | 2
  /** The tape chosen, and what else of the shelf could be taken dry. */
  tape: SupplyInput
  dryTape: SupplyInput | null
  /** A lining that hangs behind; null where there is none. */
  lining: ClothInput | null
  cover: CoverKindKey
  bed: BedKindKey
  iron: IronInput
  blendRule: BlendRule
  evidence?: Evidence
  cooling: 'touch' | 'cold'
}

/** What stands against a damp cover, and what is done instead. */
export type HemRefusal
  = | { why: 'noHeat', fumes: boolean } | { why: 'synthetic', sharePct: number } | { why: 'noWater' } | { why: 'noSteam' }
    | { why: 'pile' } | { why: 'noTape' } | { why: 'noResin' } | { why: 'neverBonds', bond: number } | { why: 'noStops' }
export interface LiningBehind {
  /** Hottest it gets through all that lies over it, and what it stands, °C. */
  peakC: number
  limitC: number
  holdClear: boolean
  /** The sole itself is hotter than it stands: it is kept off it in any case. */
  keepSoleOff: boolean
}
export interface HemPressed {
  recipe: Recipe
  /** When the cover is dry, and when the tape holds, s. */
  coverDryS: number | null
  bondS: number
  bond: number
  harm: number
  lining: LiningBehind | null
}
/** A hem under a damp cover; or why not, and with a dry tape that melts low, where there is one that does. */
export type HemPlan = ({ how: 'damp' } & HemPressed) | { how: 'refused', because: HemRefusal, dry: HemPressed | null }

const LONGEST_S = 60
/** A lower stop is taken as long as it is done within this, s. */
const SOON_S = 20
const BOND_WANTED = 1.1
/** So near to what a lining stands is too near, K. */
const LINING_MARGIN_K = 10
/** From this share on it counts as synthetic, %. */
const SYNTHETIC_PCT = 50
/** Resins that hold a hem dry at a low heat. */
export const LOW_MELT: ReadonlySet<ResinKey> = new Set<ResinKey>(['eva', 'evaWeb', 'polyamideLow'])

/** Cover, what is turned up, tape, cloth, lining, bed. */
export function hemStack(ask: HemAsk, tape: SupplyInput, coverWaterGsm: number): Stack {
  const bare = (cloths: ClothInput[]) => foldedStack({
    plies: cloths, cover: ask.cover, coverWaterGsm, mistGsm: 0, bed: ask.bed,
  })
  const base = bare([ask.cloth])
  const ply = base.work[0]!
  // A tape that is resin alone has no base to speak of.
  const carrier = tape.massGsm > tape.resinGsm + 1 ? [{ ...backingLayer(tape), id: 'carrier', role: 'bed' as const }] : []
  const turned = Array.from({ length: ask.turnedPlies }, (_, i): Layer => ({ ...ply, id: `turned${i}`, role: 'backing' }))
  const lining = ask.lining ? [{ ...bare([ask.lining]).work[0]!, id: 'lining' }] : []
  return {
    ...base, work: [...turned, ...carrier, resinLayer(tape.resinGsm), { ...ply, id: 'cloth' }, ...lining],
    belowWm2K: BED_KINDS[ask.bed].belowWm2K,
  }
}

interface Tried { recipe: Recipe, stack: Stack, run: Transient, bond: BondCourse, harm: Float32Array }
function tryAt(ask: HemAsk, tape: SupplyInput, stop: IronStop, damp: boolean): Tried {
  const pressureKPa = pressureOf(ask.iron.kind, damp ? 'lean' : 'weight')
  const recipe: Recipe = {
    method: damp ? 'damp' : 'dry', stop, firstSide: 'back', passes: 1, warmS: 0, holdS: LONGEST_S, secondS: null,
    lean: damp ? 'lean' : 'weight', pressureKPa, ...moistureOf(damp ? 'damp' : 'dry', ask.iron.kind, ask.cover), coolS: 0,
  }
  const stack = hemStack(ask, tape, recipe.coverWaterGsm)
  const run = runProgramme(
    stack, { sole: steadySole(stop.meanC), phases: [{ kind: 'down', durationS: LONGEST_S, pressureKPa }], roomC: ROOM_C }, COARSE,
  )
  const bond = bondOf(run, shifted(gradeOf(tape.resin!, tape.grade ?? 'hand'), tape.lot?.rateFactor ?? 1, tape.lot?.meltShiftC ?? 0))
  const harm = harmAlong(run, null, {
    cloth: ask.cloth, backingBase: ask.cloth.fibres[0]?.fibre ?? null, resinGsm: tape.resinGsm, coverFibre: COVER_KINDS[ask.cover].fibre,
    covered: true, bed: ask.bed, sides: ['back'], soleC: stop.meanC, pressureKPa, blendRule: ask.blendRule,
  })
  return { recipe, stack, run, bond, harm }
}

/** The best stop: the lowest that is done soon, else the quickest; null where none bonds without harm. */
function best(ask: HemAsk, tape: SupplyInput, stops: readonly IronStop[], damp: boolean): HemPressed | { bond: number } {
  let found: HemPressed | null = null, most = 0
  for (const stop of [...stops].sort((a, b) => a.meanC - b.meanC)) {
    const t = tryAt(ask, tape, stop, damp)
    const coverDryS = driedS(t.run, id => id === 'cover'), bondS = firstAtS(t.run, t.bond.progress, BOND_WANTED)
    most = Math.max(most, t.bond.final)
    if (bondS === null || (damp && coverDryS === null)) continue
    const holdS = Math.ceil(Math.max(bondS, damp ? coverDryS! : 0))
    const harm = valueAt(t.run, t.harm, holdS)
    if (harm > HARM_ALLOWED && harm > t.harm[0]! + 1e-6) continue
    if (found && found.recipe.holdS <= Math.max(SOON_S, holdS)) continue
    const recipe = { ...t.recipe, holdS, coolS: coolS(ask, t, holdS) }
    found = {
      recipe, coverDryS: damp ? coverDryS : null, bondS, bond: valueAt(t.run, t.bond.progress, holdS), harm,
      lining: ask.lining && liningOf(ask, ask.lining, t, holdS),
    }
  }
  return found ?? { bond: most }
}

/** Was a way found, or only how far it comes? */
export const isPressed = (b: HemPressed | { bond: number }): b is HemPressed => 'recipe' in b

const coolS = (ask: HemAsk, t: Tried, holdS: number): number => lyingS(
  t.stack, { soleC: t.recipe.stop.meanC, holdS, pressureKPa: t.recipe.pressureKPa, untilC: ask.cooling === 'touch'
    ? MOVED_UNDER_C
    : COLD_C },
)

function liningOf(ask: HemAsk, lining: ClothInput, t: Tried, holdS: number): LiningBehind {
  const limit = clothLimit(lining, ask.blendRule)
  const trace = t.run.layers.find(l => l.layer.id === 'lining')!
  let peakC = -Infinity
  for (let i = 0; i < t.run.steps && t.run.timesS[i]! <= holdS; i++) peakC = Math.max(peakC, trace.hottestC[i]!)
  // What it stands is what its fibres stand, not the sole's class: the sole does not touch it.
  const limitC = lining.fibres.length === 0 ? 80 : Math.min(...lining.fibres.map(f => FIBRES[f.fibre].hurtC)) - LINING_MARGIN_K
  const wet = limit.water === 'no' && t.recipe.method === 'damp'
  return { peakC, limitC, holdClear: peakC > limitC || wet || limit.soleC === 0, keepSoleOff: t.recipe.stop.meanC > limit.soleC }
}

/**
 * A butted join with tape over it, dry, by the iron's weight: of wadding, say. Where nothing bonds without harm, how far it comes; null
 * where there is no resin, or no heat for it.
 */
export function tapeDry(ask: HemAsk): HemPressed | { bond: number } | null {
  const limit = clothLimit(ask.cloth, ask.blendRule, ask.evidence)
  return ask.tape.resin && limit.soleC > 0
    ? best({ ...ask, turnedPlies: 0 }, ask.tape, allowedStops(ask.iron.stops, limit), false)
    : null
}

const syntheticPct = (c: ClothInput): number => c.fibres.reduce((s, f) => s + (FIBRES[f.fibre].thermoplastic ? f.sharePct : 0), 0)

/**
 * A hem stuck with tape: firm holds under a damp cover until it is dry and the tape holds. Synthetic cloth, and what cannot stand water or
 * steam, is refused: then a tape that melts low is tried dry, by the iron's weight alone.
 */
export function planHem(ask: HemAsk): HemPlan {
  const limit = clothLimit(ask.cloth, ask.blendRule, ask.evidence)
  const refused = (because: HemRefusal, dryToo = true): HemPlan => {
    const tape = ask.dryTape ?? (ask.tape.resin && LOW_MELT.has(ask.tape.resin) ? ask.tape : null)
    const dry = dryToo && tape?.resin ? best(ask, tape, allowedStops(ask.iron.stops, limit), false) : null
    return { how: 'refused', because, dry: dry && isPressed(dry) ? dry : null }
  }
  if (limit.soleC === 0 || !limit.fusible) return refused({ why: 'noHeat', fumes: limit.fumes }, false)
  if (limit.motion === 'hover') return refused({ why: 'pile' }, false)
  const sharePct = syntheticPct(ask.cloth)
  if (sharePct >= SYNTHETIC_PCT) return refused({ why: 'synthetic', sharePct })
  if (limit.water === 'no') return refused({ why: 'noWater' })
  if (limit.steam === 'no') return refused({ why: 'noSteam' })
  if (!ask.tape.resin) return refused({ why: 'noResin' })
  const stops = allowedStops(ask.iron.stops, limit)
  if (stops.length === 0) return refused({ why: 'noStops' }, false)
  const damp = best(ask, ask.tape, stops, true)
  return isPressed(damp) ? { how: 'damp', ...damp } : refused({ why: 'neverBonds', bond: damp.bond })
}
