import type { Order, OrderTask } from '#core/order'
import type { Ordered } from '~/workers/api'

const REST_AFTER_MS = 4000

/** Looks for ever quicker orders in a worker; the one before stands until there is a new one. @param key one at a time */
export function useOrdering(key: string) {
  const { found, bound: boundS, ...search } = useAnytime<OrderTask, Order>(key, {
    first: (board, task) => board.order(toPlain(task)),
    better: (board, task, _id, best, forMs, seed) => board.orderOn(toPlain(task), toPlain(best), forMs, seed),
    costOf: order => order.schedule.finishS,
    boundOf: (_task, first) => (first as Ordered).boundS,
    isProved: order => order.exact,
    restAfterMs: REST_AFTER_MS,
    showsOld: true,
  })
  return { order: found, boundS, ...search }
}
