import { seeded } from '../numeric'
import { boardOf, placementOf, type Board, type Layout, type LayoutTask, type Tight } from './board'
import type { Reaching, Shape } from './piece'
import { hasReach, reach, type Laid } from './place'
import { profileOf } from './profile'

/** Less than this two shapes do not overlap, mm. */
const TOUCH_MM = 1e-6
/** Places across the roll that a shape is tried at: anywhere, and beside or in line with another. */
const BY_CHANCE = 6, BESIDE = 12
/** By which shares of what could be saved at the most, were nothing wasted, a layout is made shorter at once. */
const SHORTER = [0.04, 0.1, 0.2, 0.4]
/** Moves after which a length is given up: so many for each piece. */
const PATIENCE = 400

/** A shape as it is seen from the selvedge, for how far it reaches across the roll. */
const sideOf = (shape: Shape): Reaching => (shape.side ??= {
  profile: profileOf({ rim: shape.rim.map(p => ({ x: p.y, y: p.x })) }), square: shape.square, met: [], serial: shape.serial,
})
/** How far two that overlap must be moved across the roll to come clear, the shorter way, to the nearest millimetre along it, mm. */
function acrossMm(a: Shape, b: Shape, dx: number, dy: number): number {
  if (!hasReach(sideOf(a), sideOf(b), Math.round(dy))) return LEAST_MM
  return Math.max(LEAST_MM, Math.min(dx - reach[0]!, reach[1]! - dx))
}
/** What overlaps at all counts as so much, mm. */
const LEAST_MM = 0.05
/** How far one shape must be moved to come clear of another, along the roll or across it, the shorter way,
  mm; 0 where they do not overlap. */
function depthMm(a: Laid, b: Laid): number {
  const dx = a.x - b.x, dy = a.y - b.y
  if (dx >= b.shape.profile.wideMm || dx + a.shape.profile.wideMm <= 0 || !hasReach(a.shape, b.shape, dx)) return 0
  const along = Math.min(dy - reach[0]!, reach[1]! - dy)
  return along > TOUCH_MM ? Math.min(along, acrossMm(a.shape, b.shape, dx, dy)) : 0
}

/** What a shape would overlap at one place across the roll: from where to where, how much that weighs, and with what. */
let froms = new Float64Array(64), tos = new Float64Array(64), weights = new Float64Array(64)
const others: Laid[] = []
function grow(n: number): void {
  if (n <= froms.length) return
  const longer = (of: Float64Array) => Float64Array.from({ length: 2 * n }, (_, i) => of[i] ?? 0)
  froms = longer(froms)
  tos = longer(tos)
  weights = longer(weights)
}
/** The weighted depth of a shape at a place, or Infinity once it is more than `mostMm`. @param n of those that it would meet there */
function depthAt(shape: Shape, x: number, y: number, n: number, mostMm: number): number {
  let sum = 0
  for (let k = 0; k < n; k++) {
    if (y <= froms[k]! + TOUCH_MM || y >= tos[k]! - TOUCH_MM) continue
    const other = others[k]!
    sum += weights[k]! * Math.min(y - froms[k]!, tos[k]! - y, acrossMm(shape, other.shape, x - other.x, y - other.y))
    if (sum >= mostMm) return Infinity
  }
  return sum
}

/** Shapes on a roll of a given length that may overlap for now. */
interface Crowd {
  all: Laid[]
  /** Those that may be moved come first. */
  free: number
  turns: readonly (readonly Shape[])[]
  /** How much an overlap of two weighs, row by row. */
  weigh: Float64Array
  wideMm: number
  longMm: number
}

/** The best place found so far. */
interface Least { at: Laid | null, depthMm: number }

/** Tries a shape at one place across the roll, at every height that may be the best there. @returns whether it beats what was found */
function tryAt(crowd: Crowd, i: number, shape: Shape, x: number, least: Least): boolean {
  const { all, weigh, longMm } = crowd, n = all.length, { wideMm: w, highMm: h } = shape.profile, mostY = Math.max(0, longMm - h)
  let m = 0
  grow(n)
  for (let k = 0; k < n; k++) {
    const other = all[k]!, dx = x - other.x
    if (k === i || dx >= other.shape.profile.wideMm || dx + w <= 0 || !hasReach(shape, other.shape, dx)) continue
    froms[m] = other.y + reach[0]!
    tos[m] = other.y + reach[1]!
    others[m] = other
    weights[m++] = weigh[i * n + k]!
  }
  let isBetter = false
  // Where it comes clear of one of them, or at an end of the roll.
  for (let k = -2; k < 2 * m && least.depthMm > 0; k++) {
    const y = k === -2 ? 0 : k === -1 ? mostY : k < m ? froms[k]! : tos[k - m]!
    if (y < -TOUCH_MM || y > mostY + TOUCH_MM) continue
    const mm = depthAt(shape, x, y, m, least.depthMm)
    if (mm >= least.depthMm) continue
    least.depthMm = mm
    least.at = { shape, x, y: Math.min(Math.max(0, y), mostY) }
    isBetter = true
  }
  return isBetter
}
/** Where a shape was tried already, by the number of the try. */
let stamps = new Uint32Array(2048), stamp = 0
/** From the best place so many millimetres to either side, as long as that is better still. */
const ASIDE_MM = [32, 16, 8, 4, 2, 1]

/** Where a shape overlaps the others less than it does now, and by how much, weighted; nowhere where it does so least. */
function leastOverlap(crowd: Crowd, i: number, nowMm: number, random: () => number): Least {
  const { all, wideMm, longMm } = crowd, least: Least = { at: null, depthMm: nowMm - TOUCH_MM }
  for (const shape of crowd.turns[i]!) {
    const { wideMm: w, highMm: h } = shape.profile, mostX = Math.floor(wideMm - w + TOUCH_MM)
    if (mostX < 0 || h > longMm + TOUCH_MM) continue
    const own: Least = { at: null, depthMm: least.depthMm }
    stamp++
    if (stamps.length <= mostX) stamps = new Uint32Array(2 * mostX + 2)
    const once = (x: number): boolean => {
      if (x < 0 || x > mostX || stamps[x] === stamp) return false
      stamps[x] = stamp
      return tryAt(crowd, i, shape, x, own)
    }
    once(Math.round(all[i]!.x))
    once(random() < 0.5 ? 0 : mostX)
    for (let k = 0; k < BY_CHANCE; k++) once(Math.floor(random() * (mostX + 1)))
    for (let k = 0; k < BESIDE; k++) {
      const { x, shape: { profile: q } } = all[Math.floor(random() * all.length)]!, way = random()
      once(way < 0.4 ? Math.ceil(x + q.wideMm - TOUCH_MM) : way < 0.8 ? Math.floor(x - w + TOUCH_MM) : Math.round(x))
    }
    let from = own.at?.x ?? Math.round(all[i]!.x)
    for (const step of ASIDE_MM) {
      while (own.depthMm > 0 && (once(from + step) || once(from - step))) from = own.at!.x
    }
    if (own.at) Object.assign(least, own)
    if (least.depthMm === 0) break
  }
  return least
}

/**
 * Moves shapes until none overlaps another, or so many moves were tried in vain. What stays stuck in each other weighs more and more.
 * @returns how many moves it took, and whether none overlaps now
 */
function driveOut(crowd: Crowd, most: number, random: () => number): { moves: number, isClear: boolean } {
  const { all, free, weigh } = crowd, n = all.length, depth = new Float64Array(n * n), stuck = new Set<number>()
  const measure = (i: number): void => {
    for (let k = 0; k < n; k++) if (k !== i) depth[i * n + k] = depth[k * n + i] = depthMm(all[i]!, all[k]!)
  }
  const weighted = (i: number): number => {
    let sum = 0
    for (let k = 0; k < n; k++) sum += weigh[i * n + k]! * depth[i * n + k]!
    return sum
  }
  for (let i = 0; i < free; i++) measure(i)
  for (let moves = 0; moves < most; moves++) {
    const overlapping: number[] = []
    let isAny = false
    for (let i = 0; i < free; i++) {
      if (weighted(i) === 0) continue
      isAny = true
      if (!stuck.has(i)) overlapping.push(i)
    }
    if (!isAny) return { moves, isClear: true }
    if (overlapping.length === 0) {
      const deepest = depth.reduce((a, b) => Math.max(a, b), 0)
      for (let k = 0; k < depth.length; k++) weigh[k]! += depth[k]! / deepest
      stuck.clear()
      continue
    }
    const i = overlapping[Math.floor(random() * overlapping.length)]!, found = leastOverlap(crowd, i, weighted(i), random)
    if (!found.at) {
      stuck.add(i)
      continue
    }
    all[i] = found.at
    measure(i)
    stuck.clear()
  }
  return { moves: most, isClear: false }
}

/** The pieces that may be moved, and their shapes where a layout has them. */
function laidOf(board: Board, layout: Layout): { free: number[], laid: Laid[] } {
  const byId = new Map(layout.placements.map(p => [p.id, p]))
  const free = board.free.filter(i => byId.has(board.ids[i]!))
  return {
    free, laid: free.map((i) => {
      const at = byId.get(board.ids[i]!)!, shape = board.shapes[i]!.find(s => s.turnDeg === at.turnDeg) ?? board.shapes[i]![0]!
      return { shape, x: at.x + board.gapMm / 2 - shape.outLeftMm, y: at.y + board.gapMm / 2 - shape.outBelowMm }
    }),
  }
}
const topOf = (all: readonly Laid[]): number => all.reduce((top, l) => Math.max(top, l.y + l.shape.profile.highMm), 0)

/** A crowd on a roll so long: every shape pushed in from beyond its end, at a whole millimetre across it. */
function pushedIn(board: Board, free: readonly number[], laid: readonly Laid[], longMm: number): Crowd {
  const inside = laid.map(({ shape, x, y }): Laid => ({
    shape, x: Math.max(0, Math.min(Math.round(x), Math.floor(board.wideMm - shape.profile.wideMm + TOUCH_MM))),
    y: Math.max(0, Math.min(y, longMm - shape.profile.highMm)),
  }))
  const all = [...inside, ...board.pinned]
  return {
    all, free: free.length, turns: free.map(i => board.shapes[i]!), weigh: new Float64Array(all.length ** 2).fill(1), wideMm: board.wideMm,
    longMm,
  }
}
/** A crowd as it was left; null where it is not of these pieces. */
function goneOnFrom(board: Board, free: readonly number[], tight: Tight): Crowd | null {
  const byId = new Map(tight.at.map(p => [p.id, p])), n = free.length + board.pinned.length
  if (tight.weigh.length !== n * n || !free.every(i => byId.has(board.ids[i]!))) return null
  const laid = free.map((i): Laid => {
    const { turn, x, y } = byId.get(board.ids[i]!)!
    return { shape: board.shapes[i]![turn]!, x, y }
  })
  return { ...pushedIn(board, free, laid, tight.longMm), weigh: Float64Array.from(tight.weigh) }
}

/**
 * Looks for a shorter layout from one that is there: the roll is cut shorter, what stood beyond its end is pushed in, and overlaps are
 * driven out again by moving one piece at a time to where it overlaps least. What is not clear yet is gone on from the next time. The
 * same seed gives the same layout.
 * Source: guided local search for nesting, Egeblad, Nielsen and Odgaard (2007); depths instead of areas as in Imamichi, Yagiura and
 * Nagamochi (2009).
 * @param moves that are tried
 */
export function squeezeLayout(task: LayoutTask, from: Layout, moves: number, seed: number): Layout {
  const board = boardOf(task), { free, laid } = laidOf(board, from), random = seeded(seed), pinnedTop = topOf(board.pinned)
  if (free.length === 0) return from
  const fullMm = [...laid, ...board.pinned].reduce((mm2, l) => mm2 + l.shape.areaMm2, 0) / board.wideMm
  let best = from, bestLaid = laid, tight: Tight | null = from.tight && from.tight.longMm < topOf(laid) ? from.tight : null
  for (let left = moves; left > 0;) {
    const top = topOf([...bestLaid, ...board.pinned]), share = SHORTER[Math.floor(random() * SHORTER.length)]!
    const longMm = Math.max(pinnedTop, top - (top - fullMm) * share)
    if (longMm > top - TOUCH_MM) break
    const crowd = (tight && goneOnFrom(board, free, tight)) ?? pushedIn(board, free, bestLaid, longMm)
    const before: number = tight?.moves ?? 0
    const { moves: took, isClear } = driveOut(crowd, Math.min(left, Math.max(1, PATIENCE * free.length - before)), random)
    left -= Math.max(1, took)
    const now = crowd.all.slice(0, free.length)
    tight = isClear || before + took >= PATIENCE * free.length
      ? null
      : {
          longMm: crowd.longMm, weigh: crowd.weigh, moves: before + took,
          at: now.map((l, k) => ({ id: board.ids[free[k]!]!, turn: board.shapes[free[k]!]!.indexOf(l.shape), x: l.x, y: l.y })),
        }
    if (!isClear || topOf(now) > crowd.longMm + TOUCH_MM) continue
    bestLaid = now
    best = {
      ...best, lengthMm: topOf([...now, ...board.pinned]) - board.gapMm,
      placements: [...task.pinned, ...now.map((l, k) => placementOf(l, board.ids[free[k]!]!, board.gapMm))],
    }
  }
  return { ...best, tight }
}
