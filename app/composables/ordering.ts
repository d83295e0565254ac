import type { Order, OrderTask } from '#core/order'
import type { Ordered } from '~/workers/board.worker'

const STRETCH_MS = 250, REST_AFTER_MS = 4000

/** Looks for an order in a worker: a good one at once, then better ones until nothing comes for some seconds. @param key one at a time */
export function useOrdering(key: string) {
  const { ask, end } = useBoardWorkers()
  const order = shallowRef<Order | null>(null)
  const boundS = ref(0)
  const running = ref(false)
  const problem = ref<string | null>(null)
  let question = 0

  function stop(): void {
    question++
    end(key)
    running.value = false
  }
  async function start(task: OrderTask, forMs = Infinity): Promise<void> {
    stop()
    const mine = question, from = performance.now()
    running.value = true
    problem.value = null
    try {
      const first: Ordered = await ask(key, remote => remote.order(toPlain(task)), 1)
      if (mine !== question) return
      order.value = first
      boundS.value = first.boundS
      let best: Order = first
      for (let seed = 1, sinceMs = performance.now(); !best.exact && running.value; seed += 1000) {
        const next: Order = await ask(key, remote => remote.orderOn(toPlain(task), toPlain(best), STRETCH_MS, seed))
        if (mine !== question) return
        if (next.schedule.finishS < best.schedule.finishS - 0.5) sinceMs = performance.now()
        order.value = best = next
        const now = performance.now()
        if (best.schedule.finishS <= first.boundS + 1 || now - sinceMs > REST_AFTER_MS || now - from > forMs) break
      }
    } catch (error) {
      if (mine === question) {
        problem.value = faultOf(error)
        order.value = null
      }
    }
    if (mine === question) running.value = false
  }
  onScopeDispose(stop)
  return { order, boundS, running, problem, start, stop }
}
