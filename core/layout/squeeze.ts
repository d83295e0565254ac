import { seeded, shuffle } from '../numeric'
import { boardOf, placementOf, type Board, type Layout, type LayoutTask, type Spot, type Tight } from './board'
import type { Reaching, Shape } from './piece'
import { hasReach, reach, type Laid } from './place'
import { profileOf } from './profile'

/** Less than this two shapes do not overlap, mm. */
const TOUCH_MM = 1e-6
/** Places across the roll that a shape is tried at: anywhere, and beside or in line with another. */
const BY_CHANCE = 3, BESIDE = 6
/** By which shares of what could be saved at the most, were nothing wasted, a layout is made shorter at once. */
const SHORTER = [0.02, 0.05, 0.1]
/** Rounds in vain after which the pieces are laid otherwise, and how often they are before the length is given up. */
const PATIENCE = 60, MOST_TRIED = 10
/** What counts as overlapping less than before, as a share. */
const LESS = 0.98
/** After a round an overlap weighs so many times as much: any, and the deepest so much more; one that is gone weighs less. */
const HEAVIER = 1.1, DEEPEST_HEAVIER = 0.6, LIGHTER = 0.9
/** Of the largest so large a share may change places. */
const LARGE = 0.75

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

/** How far a crowd has come on its length: the least that all overlaps came to, mm, and how many rounds ago. */
type Course = Pick<Tight, 'leastMm' | 'vain'>
const courseOf = (kept: Tight | null): Course => ({ leastMm: kept?.leastMm ?? Infinity, vain: kept?.vain ?? 0 })

/**
 * Moves every shape that overlaps, one after the other, to where it overlaps least, in rounds, until none does, or so many moves were
 * made, or nothing has become of it for long. What stays in each other weighs ever more from round to round.
 * @param course is brought up to date
 */
function driveOut(crowd: Crowd, course: Course, most: number, random: () => number): { moves: number, depthMm: number } {
  const { all, free, weigh } = crowd, n = all.length, depth = new Float64Array(n * n)
  const measure = (i: number): void => {
    for (let k = 0; k < n; k++) if (k !== i) depth[i * n + k] = depth[k * n + i] = depthMm(all[i]!, all[k]!)
  }
  const weighted = (i: number): number => {
    let sum = 0
    for (let k = 0; k < n; k++) sum += weigh[i * n + k]! * depth[i * n + k]!
    return sum
  }
  for (let i = 0; i < free; i++) measure(i)
  const order = Array.from({ length: free }, (_, i) => i)
  for (let moves = 0; ;) {
    shuffle(order, random)
    for (const i of order) {
      const nowMm = weighted(i)
      if (nowMm === 0) continue
      moves++
      const { at } = leastOverlap(crowd, i, nowMm, random)
      if (!at) continue
      all[i] = at
      measure(i)
    }
    let sumMm = 0, deepestMm = 0
    for (let i = 0; i < free; i++) {
      for (let k = i + 1; k < n; k++) {
        sumMm += depth[i * n + k]!
        deepestMm = Math.max(deepestMm, depth[i * n + k]!)
      }
    }
    if (sumMm === 0) return { moves, depthMm: 0 }
    if (sumMm < course.leastMm * LESS) Object.assign(course, { leastMm: sumMm, vain: 0 })
    else course.vain++
    for (let k = 0; k < weigh.length; k++) {
      const mm = depth[k]!
      weigh[k] = mm > 0 ? weigh[k]! * (HEAVIER + DEEPEST_HEAVIER * mm / deepestMm) : Math.max(1, weigh[k]! * LIGHTER)
    }
    if (moves >= most || course.vain >= PATIENCE) return { moves, depthMm: sumMm }
  }
}

/** Two of the larger shapes change places. */
function exchanged(laid: readonly Laid[], random: () => number): Laid[] {
  const next = [...laid], large = next.map((_, i) => i).sort((a, b) => next[b]!.shape.areaMm2 - next[a]!.shape.areaMm2)
    .slice(0, Math.max(2, Math.ceil(next.length * LARGE)))
  if (large.length < 2) return next
  shuffle(large, random)
  const [i, k] = [large[0]!, large[1]!], [a, b] = [next[i]!, next[k]!], { profile: p } = a.shape, { profile: q } = b.shape
  const dx = (q.wideMm - p.wideMm) / 2, dy = (q.highMm - p.highMm) / 2
  next[i] = { shape: a.shape, x: b.x + dx, y: b.y + dy }
  next[k] = { shape: b.shape, x: a.x - dx, y: a.y - dy }
  return next
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
/** A crowd as plain data, and back. */
const spotsOf = (board: Board, free: readonly number[], laid: readonly Laid[]): Spot[] =>
  free.map((i, k) => ({ turn: board.shapes[i]!.indexOf(laid[k]!.shape), x: laid[k]!.x, y: laid[k]!.y }))
const laidAt = (board: Board, free: readonly number[], spots: readonly Spot[]): Laid[] =>
  free.map((i, k) => ({ shape: board.shapes[i]![spots[k]!.turn]!, x: spots[k]!.x, y: spots[k]!.y }))
/** A crowd as it was left; null where it is not of these pieces. */
function goneOnFrom(board: Board, free: readonly number[], tight: Tight): Crowd | null {
  const n = free.length + board.pinned.length
  if (tight.weigh.length !== n * n || tight.ids.length !== free.length || free.some((i, k) => board.ids[i] !== tight.ids[k])) return null
  return { ...pushedIn(board, free, laidAt(board, free, tight.at), tight.longMm), weigh: Float64Array.from(tight.weigh) }
}

/**
 * Looks for a shorter layout from one that is there: the roll is cut shorter, what stood beyond its end is pushed in, and overlaps are
 * driven out again by moving one piece after the other to where it overlaps least. Where that comes to nothing two large pieces change
 * places, in one of the crowds that overlapped little. What is not clear yet is gone on from the next time. The same seed gives the same
 * layout.
 * Source: guided local search for nesting, Egeblad, Nielsen and Odgaard (2007); depths instead of areas as in Imamichi, Yagiura and
 * Nagamochi (2009); weights from round to round and crowds to go on from as in Gardeyn, Vanden Berghe and Wauters (2025).
 * @param moves that are made, in whole rounds
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
    const kept = tight && goneOnFrom(board, free, tight), crowd = kept ?? pushedIn(board, free, bestLaid, longMm)
    const tried = kept ? tight!.tried : [], course = courseOf(kept && tight)
    const { moves: took, depthMm } = driveOut(crowd, course, left, random)
    left -= Math.max(1, took)
    const now = crowd.all.slice(0, free.length), ids = free.map(i => board.ids[i]!)
    if (depthMm === 0) {
      tight = null
      if (topOf(now) > crowd.longMm + TOUCH_MM) continue
      bestLaid = now
      best = {
        ...best, lengthMm: topOf([...now, ...board.pinned]) - board.gapMm,
        placements: [...task.pinned, ...now.map((l, k) => placementOf(l, board.ids[free[k]!]!, board.gapMm))],
      }
    } else if (course.vain < PATIENCE) {
      tight = { ids, longMm: crowd.longMm, at: spotsOf(board, free, now), weigh: crowd.weigh, ...course, tried }
    } else if (tried.length === MOST_TRIED) {
      tight = null
    } else {
      const all = [...tried, { at: spotsOf(board, free, now), depthMm }].sort((a, b) => a.depthMm - b.depthMm)
      // Of those that were tried as a rule one that overlapped little.
      const { at } = all[Math.floor(random() * random() * all.length)]!, again = exchanged(laidAt(board, free, at), random)
      const { all: next, weigh } = pushedIn(board, free, again, crowd.longMm)
      tight = { ids, longMm: crowd.longMm, at: spotsOf(board, free, next), weigh, leastMm: Infinity, vain: 0, tried: all }
    }
  }
  return { ...best, tight }
}
