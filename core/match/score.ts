import { stiffnessAway } from '../stiffness'
import { secondsCost, USUAL_HABITS, type HouseHabits, type Margins, type Recipe } from '../recipe'
import { contrastOf } from './colour'
import { careStood, fabricGivePct, opennessOf, STRETCHES_FROM_PCT, supplyGivePct, washLimit } from './exclude'
import { fabricKind, usualness } from './kind'
import type { Layered } from './layers'
import type { MatchQuery, Part, PartKey, RecipeFrom } from './types'

/** How much each part counts; they add up to 1. A choice of ours, said openly beside every score. */
const PART_WEIGHT: Record<PartKey, number> = {
  stiffness: 0.21, window: 0.08, seconds: 0.05, weight: 0.15, give: 0.13, show: 0.09, bulk: 0.04, care: 0.05, stock: 0.03, usual: 0.1,
  swatches: 0.07,
}

/** Self fabric, sewn in, is usual nowhere and wrong nowhere. */
const SELF_USUAL = 0.5
/** It is as heavy as its fabric, and hangs like it. */
const SELF_WEIGHT = 0.8

const clamp = (x: number): number => Math.min(1, Math.max(0, x))
const ROOM_FOR_CARE_C = 20, GENEROUS_MARGIN_C = 20, WINDOW_SPAN_C = 45
/** A seam with two interfacings this many times as thick as without is as bulky as it gets. */
const BULKIEST = 2.5

function part(key: PartKey, value: number, got: number, wanted: number, origin: Part['origin'] = 'typical'): Part {
  return { key, value: clamp(value), weight: PART_WEIGHT[key], origin, got, wanted }
}

/** The window as the full search found it: its narrowest margin, °C. */
export function windowPart({ coolerC, hotterC }: Margins): Part {
  const narrow = Math.min(coolerC, hotterC)
  return part('window', narrow / GENEROUS_MARGIN_C, narrow, GENEROUS_MARGIN_C, 'estimate')
}

/** Points at which a hold counts nothing any more. */
const DEAREST = 20

/** Seconds at the board as the full search found them, swatches tested them or the maker gives them; weighed as recipes weigh them. */
export function secondsPart(recipe: Recipe, habits: HouseHabits = USUAL_HABITS, from: RecipeFrom = 'estimate'): Part {
  const longest = Math.max(recipe.holdS, recipe.secondS ?? 0)
  return part('seconds', 1 - secondsCost(longest, habits) / DEAREST, longest, habits.patienceS, from)
}

export interface Figures {
  bendingMm: number
  wantedMm: [number, number]
  stiffnessOrigin: Part['origin']
  reachC: number | null
  idealC: number | null
  unknownFabric: boolean
}

/** Heavier than so many times its fabric an interfacing is out, unless the place is to be firm. Practice. */
export const HEAVIEST = 1.15
/** Mass of the interfacing by that of the fabric, and what it counts there: too thin does nothing, too heavy takes over. Practice. */
const IN_PLACE: readonly (readonly [ratio: number, value: number])[] = [[0.05, 0], [0.18, 1], [0.6, 1], [0.8, 0.8], [HEAVIEST, 0]]
function inPlace(ratio: number): number {
  const at = IN_PLACE.findIndex(([r]) => r >= ratio)
  if (at <= 0) return 0
  const [fromR, from] = IN_PLACE[at - 1]!, [toR, to] = IN_PLACE[at]!
  return from + (to - from) * (ratio - fromR) / (toR - fromR)
}
/** A band or stand that is to be firm may be so many times as heavy as elsewhere. */
export const FIRM_HEAVIER = 1.5
/** Is it to be firm or stiffer, by the place or by a wish? */
export const isFirm = ({ stiffness, place }: Pick<MatchQuery, 'stiffness' | 'place'>): boolean =>
  ['firm', 'rigid'].includes(stiffness ?? place.stiffness)
/** A bag or mat wants structure, whatever it weighs. */
export const isStructural = (place: MatchQuery['place']): boolean => place.families.includes('foam')

/** What heat would do to a fabric of unknown fibre is not known: no window of it counts for much. */
const UNKNOWN_WINDOW = 0

/** Every part of a candidate's score, with what was compared. */
export function partsOf(query: MatchQuery, layered: Layered, f: Figures): Part[] {
  const { fabric, place } = query
  const { care } = careStood(query)
  const supplies = layered.supplies
  const fused = f.reachC !== null
  const massGsm = supplies.length ? supplies.reduce((s, x) => s + x.massGsm, 0) : fabric.massGsm
  const thicknessMm = supplies.length ? supplies.reduce((s, x) => s + x.thicknessMm, 0) : fabric.thicknessMm
  const middle = Math.sqrt(Math.max(5, f.wantedMm[0]) * f.wantedMm[1])
  const away = stiffnessAway(f.bendingMm, f.wantedMm)
  // Inside the range the middle is a little better than its ends, so that two that fit differ.
  const within = 1 - 0.12 * Math.min(1, Math.abs(Math.log(f.bendingMm / middle)))
  const parts: Part[] = [part('stiffness', away > 0 ? 0.88 - away * 0.55 : within, f.bendingMm, middle, f.stiffnessOrigin)]

  if (!fused) parts.push(part('window', 0.6, 0, 0, 'estimate'))
  else if (f.unknownFabric) parts.push(part('window', UNKNOWN_WINDOW, f.reachC!, f.idealC!, 'estimate'))
  else parts.push(part('window', 0.35 + (f.reachC! - f.idealC!) / WINDOW_SPAN_C, f.reachC!, f.idealC!, 'estimate'))

  parts.push(part('seconds', 0.6, 0, (query.habits ?? USUAL_HABITS).patienceS, 'estimate'))

  // Bags want weight; elsewhere an interfacing is not heavier than its fabric.
  const ratio = massGsm / fabric.massGsm
  parts.push(
    part(
      'weight',
      isStructural(place) ? 1.6 - ratio * 0.4 : supplies.length === 0 ? SELF_WEIGHT : inPlace(isFirm(query) ? ratio / FIRM_HEAVIER : ratio),
      massGsm,
      fabric.massGsm,
    ),
  )

  const fabricPct = fabricGivePct(fabric)
  const supplyPct = supplies.length ? Math.min(...supplies.map(supplyGivePct)) : fabricPct
  const stretches = fabricPct >= STRETCHES_FROM_PCT
  const wantsGive = place.give === 'stay' || (place.give === 'any' && stretches)
  const agreement = place.give === 'stop' ? 1 - supplyPct / 12 : wantsGive ? supplyPct / fabricPct : 1 - Math.max(0, supplyPct - 6) / 30
  parts.push(part('give', agreement, supplyPct, wantsGive ? fabricPct : 0, supplies.some(s => s.givePct === null) ? 'typical' : 'measured'))

  const seen = opennessOf(fabric) * (place.shows ? 1.6 : 1)
  const contrast = supplies.length ? Math.max(...supplies.map(s => contrastOf(s.colourHex, fabric.colourHex))) : 0
  const dots = supplies.some(s => s.adhesive && s.form !== 'film') ? 0.35 : 0
  parts.push(part('show', 1 - seen * (contrast * 1.6 + dots) * 1.6, contrast, 0))

  const bulk
    = !place.inSeam || query.allowance === 'inside'
      ? 1 + thicknessMm / (2 * fabric.thicknessMm + 2 * thicknessMm)
      : 1 + thicknessMm / fabric.thicknessMm
  parts.push(part('bulk', (BULKIEST - bulk) / (BULKIEST - 1), thicknessMm, fabric.thicknessMm))

  const washC = supplies.length ? Math.min(...supplies.map(s => washLimit(s).limitC)) : 95
  parts.push(
    part(
      'care', 0.5 + ((washC - care.washC) / (2 * ROOM_FOR_CARE_C)) * (0.5 + place.wear / 2), washC, care.washC,
      supplies.every(s => s.washC !== null) ? 'maker' : 'typical',
    ),
  )

  const shelf = supplies.length ? Math.min(...supplies.map(s => s.stockM)) : 1
  const price = supplies.reduce((s, x) => s + (x.pricePerM ?? 5), 0)
  parts.push(part('stock', (shelf > 0 ? 0.6 : 0) + 0.4 * (1 - price / 20), shelf, 0, 'measured'))

  const kind = fabricKind(fabric)
  const usual = supplies.length ? Math.min(...supplies.map(s => usualness(kind, place, s))) : SELF_USUAL
  parts.push(part('usual', usual, usual, 1, 'typical'))

  const passed = supplies.reduce((s, x) => s + x.passed, 0),
    failed = supplies.reduce((s, x) => s + x.failed, 0)
  parts.push(
    part(
      'swatches', passed + failed === 0 ? 0.5 : (passed + 0.5) / (passed + failed + 1), passed, passed + failed,
      passed + failed > 0 ? 'measured' : 'estimate',
    ),
  )
  return parts
}

/** What spoils a choice by itself, however good the rest: its worst takes away so much of the points. */
const TELLING: ReadonlySet<PartKey> = new Set<PartKey>(['stiffness', 'weight', 'give', 'show', 'usual'])
const WORST_TAKES = 0.3

/** Which part that tells is worst, and what it takes from the points of all together, 0 to 1. */
export function worstOf(parts: readonly Part[]): { key: PartKey, takes: number } {
  const worst = parts.filter(p => TELLING.has(p.key)).reduce((a, b) => (b.value < a.value ? b : a))
  return { key: worst.key, takes: sumOf(parts) * WORST_TAKES * (1 - worst.value) }
}
const sumOf = (parts: readonly Part[]): number => parts.reduce((s, p) => s + p.value * p.weight, 0)

/** The parts together, less for the worst of those that tell: one plain fault is not bought off by many small virtues. */
export const scoreOf = (parts: readonly Part[]): number => sumOf(parts) - worstOf(parts).takes
