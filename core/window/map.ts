import { mix, placeAmong } from '../numeric'
import { roomPoints, secondsCost, type HouseHabits, type Recipe } from '../recipe'
import type { Count, CountTask } from './count'
import type { WindowQuestion } from './drawing'

export const MAP_FROM_C = 100
export const MAP_TO_C = 215
const MAP_STEP_C = 5
const LONGEST_S = 60
/** Sure enough to call ground safe: chance of a bond, and of no harm. */
export const SURE = 0.95

/** The map: rows by sole temperature, columns by hold, with the chances at each. */
export interface WindowMap {
  solesC: number[]
  holdsS: number[]
  /** Chances row after row; NaN where nothing has been drawn yet. */
  bond: Float64Array
  damage: Float64Array
  /** Drawings behind each row. */
  drawn: number[]
}

export const solesOf = (step = MAP_STEP_C): number[] =>
  Array.from({ length: Math.floor((MAP_TO_C - MAP_FROM_C) / step) + 1 }, (_, i) => MAP_FROM_C + i * step)

/** Every second for one pass; every fourth where each hold is a run of its own. */
export const holdsOf = (passes: Recipe['passes']): number[] => passes === 1
  ? Array.from({ length: LONGEST_S - 1 }, (_, i) => i + 2)
  : Array.from({ length: LONGEST_S / 4 }, (_, i) => (i + 1) * 4)

/** Samples that a map of this recipe is drawn with. */
export const samplesFor = (passes: Recipe['passes']): number => passes === 1 ? 200 : 48

/** Drawings behind the first picture, and in a task: few while there is no picture yet, then more. */
const FIRST_PICTURE = 6, FEW = 1, MORE = 4

/** The work of a map in the order it should be done: first a few drawings by themselves, so that there is a picture at once. */
export function tasksOf(q: WindowQuestion): CountTask[] {
  const solesC = solesOf(), holdsS = holdsOf(q.recipe.passes), tasks: CountTask[] = []
  for (let from = 0; from < q.samples;) {
    const to = Math.min(q.samples, from + (from < FIRST_PICTURE ? FEW : MORE))
    tasks.push({ solesC, holdsS, from, to })
    from = to
  }
  return tasks
}

/** How many tasks make the first picture. */
export const firstPictureTasks = (q: WindowQuestion): number => Math.min(q.samples, FIRST_PICTURE) / FEW

/** Gathers counted drawings into a map; they may come in any order. */
export function createMap(passes: Recipe['passes']) {
  const solesC = solesOf(), holdsS = holdsOf(passes)
  const bonded = new Float64Array(solesC.length * holdsS.length), damage = new Float64Array(bonded.length)
  let drawn = 0
  return {
    add(count: Count): void {
      drawn += count.drawn
      count.bonded.forEach((n, i) => { bonded[i]! += n })
      count.damage.forEach((n, i) => { damage[i]! += n })
    },
    map(): WindowMap {
      return { solesC, holdsS, bond: bonded.map(n => n / drawn), damage: damage.map(n => n / drawn), drawn: solesC.map(() => drawn) }
    },
  }
}

/** Chances at any place of the map, bilinear between its points; held at its edges. */
export function chanceAt(map: WindowMap, soleC: number, holdS: number): { bond: number, damage: number } {
  const { solesC, holdsS } = map
  const r = placeAmong(solesC, soleC), c = placeAmong(holdsS, holdS)
  const of = (values: Float64Array) => {
    const v = (i: number, j: number) => values[i * holdsS.length + j]!
    const row = (i: number) => mix(v(i, c.i), v(i, c.i + 1), c.f)
    return mix(row(r.i), row(r.i + 1), r.f)
  }
  return { bond: of(map.bond), damage: of(map.damage) }
}

export const isSafe = (c: { bond: number, damage: number }): boolean => c.bond >= SURE && c.damage <= 1 - SURE

/** How far the pin may stray and stay on safe ground, s and °C; all 0 where it does not stand on it. */
export interface PinMargins { safe: boolean, lessS: number, moreS: number, coolerC: number, hotterC: number }

export function pinMargins(map: WindowMap, soleC: number, holdS: number): PinMargins {
  const safe = (c: number, s: number) => isSafe(chanceAt(map, c, s))
  if (!safe(soleC, holdS)) return { safe: false, lessS: 0, moreS: 0, coolerC: 0, hotterC: 0 }
  const reach = (limit: number, ok: (by: number) => boolean) => {
    let by = 0
    while (by < limit && ok(by + 1)) by++
    return by
  }
  return {
    safe: true,
    lessS: reach(holdS, by => safe(soleC, holdS - by)), moreS: reach(LONGEST_S - holdS, by => safe(soleC, holdS + by)),
    coolerC: reach(soleC - MAP_FROM_C, by => safe(soleC - by, holdS)), hotterC: reach(MAP_TO_C - soleC, by => safe(soleC + by, holdS)),
  }
}

/** A second to spare is worth so many degrees. */
const S_AS_C = 1.5

/**
 * The best place of the map on one of these soles: room all round against seconds, weighed as the recipes are; null where there is
 * no safe ground on them.
 */
export function safestPlace(
  map: WindowMap, solesC: readonly number[] = map.solesC, habits?: HouseHabits,
): { soleC: number, holdS: number, margins: PinMargins } | null {
  let best: { soleC: number, holdS: number, margins: PinMargins, room: number } | null = null
  for (const soleC of solesC) {
    for (const holdS of map.holdsS) {
      const margins = pinMargins(map, soleC, holdS)
      if (!margins.safe) continue
      const leastC = Math.min(margins.lessS * S_AS_C, margins.moreS * S_AS_C, margins.coolerC, margins.hotterC)
      const room = roomPoints(leastC) - secondsCost(holdS, habits)
      if (!best || room > best.room) best = { soleC, holdS, margins, room }
    }
  }
  return best && { soleC: best.soleC, holdS: best.holdS, margins: best.margins }
}

/** The nearest to safe that the map comes: what blocks it, bond or harm. */
export function nearestToSafe(
  map: WindowMap,
): { soleC: number, holdS: number, bond: number, damage: number, blockedBy: 'bond' | 'damage' } {
  let best = { soleC: 0, holdS: 0, bond: 0, damage: 1, least: -1 }
  map.solesC.forEach((soleC, r) => map.holdsS.forEach((holdS, h) => {
    const bond = map.bond[r * map.holdsS.length + h]!, damage = map.damage[r * map.holdsS.length + h]!
    const least = Math.min(bond, 1 - damage)
    if (least > best.least) best = { soleC, holdS, bond, damage, least }
  }))
  const { soleC, holdS, bond, damage } = best
  return { soleC, holdS, bond, damage, blockedBy: bond < 1 - damage ? 'bond' : 'damage' }
}
