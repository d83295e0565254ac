/** Where parts lie on a roll, where the sole is set down, and in which order it all is pressed. */
import { firstLayout, fitOnOffcuts, searchOn, type Layout, type LayoutPiece, type LayoutTask, type Offcut,
  type OffcutPlacement } from '#core/layout'
import { improveOrder, orderBoundS, orderOf, type Order, type OrderTask } from '#core/order'
import { createKeptAnswers } from '#core/numeric'
import { coverPiece, type Coverage, type CoverageQuestion } from '#core/positions'

export type Ordered = Order & { boundS: number }

/** Layouts that are being looked for: kept, so that what was worked out of their pieces is not worked out again. */
const laying = createKeptAnswers<LayoutTask>(8)
function taskOf(id: string, task: LayoutTask): LayoutTask {
  return laying.of(id, () => task)
}
/** Rounds at once: as many as take a quarter of the time, and no more than this. */
const MOST_ROUNDS = 4000, FIRST_ROUNDS = 4
/** Exchanges tried at once in an order. */
const EXCHANGES = 60

export const layouts = {
  /** What can be laid on offcuts, and what wants the roll. */
  onOffcuts: (pieces: LayoutPiece[], offcuts: Offcut[], gapMm: number): { placements: OffcutPlacement[], rest: string[] } => {
    const { placements, rest } = fitOnOffcuts(pieces, offcuts, gapMm)
    return { placements, rest: rest.map(p => p.id) }
  },
  /** A first layout at once. @param id of the question, the same for all that is asked about it */
  firstLayoutFor: (id: string, task: LayoutTask): Layout => firstLayout(taskOf(id, task)),
  /** Goes on from a layout for so long. */
  improvedLayout(id: string, task: LayoutTask, from: Layout, forMs: number, seed: number): Layout {
    const untilMs = performance.now() + forMs, own = taskOf(id, task)
    let best = from
    for (let n = 0, rounds = FIRST_ROUNDS; performance.now() < untilMs; n++) {
      const fromMs = performance.now()
      best = searchOn(own, best, rounds, seed + n)
      rounds = Math.max(1, Math.min(MOST_ROUNDS, Math.round(rounds * forMs / 4 / Math.max(0.5, performance.now() - fromMs))))
    }
    return best
  },
  coverage: (q: CoverageQuestion): Coverage => coverPiece(q),
  order: (task: OrderTask): Ordered => ({ ...orderOf(task), boundS: orderBoundS(task) }),
  /** Goes on from an order for so long. */
  orderOn(task: OrderTask, order: Order, forMs: number, seed: number): Order {
    const untilMs = performance.now() + forMs
    let best = order
    for (let n = 0; performance.now() < untilMs && !best.exact; n++) best = improveOrder(task, best, EXCHANGES, seed + n)
    return best
  },
}
