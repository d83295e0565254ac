import { recordTravel, seeded } from '../numeric'
import { boardOf, placementOf, type Layout, type Order, type Turns, type Board, type LayoutTask } from './board'
import type { Shape } from './piece'
import { squeezeLayout } from './squeeze'
import { placeLowest, type Laid } from './place'
import { placeSkyline } from './rectangles'

/** A worse layout is gone on from as long as it is not worse than the best by more than this share. */
const STRAY = 0.012
/** Of two layouts of one length the one whose pieces lie lower on the whole is nearer to a shorter one. */
const LOWNESS = 0.03

const choices = (board: Board, i: number, turn: number | null): Shape[] => (turn === null ? board.shapes[i]! : [board.shapes[i]![turn]!])

interface Done {
  all: (Laid | null)[]
  cost: number
  topMm: number
}

/** Places the pieces in order; those before the end of `kept` stay where they are. */
function placeInOrder(board: Board, order: readonly number[], turns: Turns, kept: readonly (Laid | null)[]): Done {
  const all: (Laid | null)[] = board.rectangles
    ? placeSkyline(
        board.shapes.map((_, i) => choices(board, i, turns[i]!)),
        order,
        board.wideMm,
      )
    : [...kept]
  const laid: Laid[] = [...board.pinned, ...all.filter(l => l !== null)]
  for (let k = all.length; k < order.length; k++) {
    const i = order[k]!
    const found = placeLowest(choices(board, i, turns[i]!), laid, board.wideMm)
    all.push(found)
    if (found) laid.push(found)
  }
  let topMm = 0,
    filled = 0,
    moment = 0
  for (const l of laid) {
    const top = l.y + l.shape.profile.highMm
    if (top > topMm) topMm = top
    filled += l.shape.areaMm2
    moment += l.shape.areaMm2 * (l.y + l.shape.profile.highMm / 2)
  }
  return { all, cost: topMm + (filled > 0 ? (LOWNESS * moment) / filled : 0), topMm }
}

function layoutOf(task: LayoutTask, board: Board, from: Order, done: Done, walk: Order): Layout {
  const placements = [...task.pinned],
    unlaid: string[] = []
  done.all.forEach((l, k) => {
    const id = board.ids[from.order[k]!]!
    if (!l) {
      unlaid.push(id)
      return
    }
    placements.push(placementOf(l, id, board.gapMm))
  })
  return { lengthMm: Math.max(0, done.topMm - board.gapMm), placements, unlaid, from, walk, tight: null }
}

const largest = (shapes: readonly Shape[], of: (s: Shape) => number): number => Math.max(...shapes.map(of))

/** A first layout, at once: the better of two plain orders, the large pieces first or the long ones. */
export function firstLayout(task: LayoutTask): Layout {
  const board = boardOf(task)
  const turns = board.ids.map(() => null)
  const layouts = [(s: Shape) => s.areaMm2, (s: Shape) => Math.max(s.profile.highMm, s.profile.wideMm)].map((of) => {
    const order = [...board.free].sort((a, b) => largest(board.shapes[b]!, of) - largest(board.shapes[a]!, of) || a - b)
    return { order, done: placeInOrder(board, order, turns, []) }
  })
  const { order, done } = layouts.reduce((best, layout) => (layout.done.cost < best.done.cost ? layout : best))
  return layoutOf(task, board, { order, turns }, done, { order, turns })
}

/** The order with one change: two pieces change places, one goes elsewhere, or one is turned; and from where on it is another. */
function changed({ order, turns }: Order, board: Board, random: () => number): Order & { first: number } {
  const n = order.length
  const below = (k: number) => Math.floor(random() * k)
  const i = below(n),
    k = below(n),
    piece = order[i]!
  const way = random()
  if (way < TURNED && board.shapes[piece]!.length > 1) {
    const pick = below(board.shapes[piece]!.length + 1)
    return { order, turns: turns.with(piece, pick === board.shapes[piece]!.length ? null : pick), first: i }
  }
  const next = [...order]
  if (way < SWAPPED) [next[i], next[k]] = [next[k]!, next[i]!]
  else next.splice(k, 0, ...next.splice(i, 1))
  return { order: next, turns, first: Math.min(i, k) }
}
/** Shares of changes. */
const TURNED = 0.25,
  SWAPPED = 0.65

/**
 * Looks for a shorter layout from one that is there. The same seed gives the same layout.
 * @param rounds layouts that are tried
 */
export function improveLayout(task: LayoutTask, from: Layout, rounds: number, seed: number): Layout {
  const board = boardOf(task)
  if (board.free.length === 0) return from
  const random = seeded(seed)
  const begun = (order: Order) => ({ order, done: placeInOrder(board, order.order, order.turns, []) })
  const { now, best } = recordTravel({ now: begun(from.walk), best: begun(from.from) }, rounds, {
    change: (at) => {
      const { first, ...order } = changed(at.order, board, random)
      return { order, done: placeInOrder(board, order.order, order.turns, at.done.all.slice(0, first)) }
    },
    costOf: tried => tried.done.cost, stray: STRAY,
  })
  const found = layoutOf(task, board, best.order, best.done, now.order)
  // What the other search found is not given up for a longer one.
  return found.lengthMm < from.lengthMm - 1e-6 ? found : { ...from, from: best.order, walk: now.order }
}

/** A round of an order takes about as long as so many moves. */
const MOVES_A_ROUND = 25
/**
 * Looks on for a shorter layout in both ways in turn: by other orders, and by letting pieces overlap on a shorter roll. Rectangles on
 * an empty roll lie best by their order. The same seed gives the same layout.
 * @param rounds as of orders
 */
export function searchOn(task: LayoutTask, from: Layout, rounds: number, seed: number): Layout {
  if (seed % TURNS === 1 || boardOf(task).rectangles) return improveLayout(task, from, rounds, seed)
  return squeezeLayout(task, from, rounds * MOVES_A_ROUND, seed)
}
/** One in so many goes by order, the first of them. */
const TURNS = 8
