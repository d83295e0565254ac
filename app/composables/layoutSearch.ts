import { boundMm, type Layout, type LayoutTask } from '#core/layout'

/** A layout is looked for in stretches of this, ms: so long does it take at most to show a better one, or to stop. */
const STRETCH_MS = 250
/** Nothing shorter for so long: it is good, and the search rests. */
const REST_AFTER_MS = 20_000

/**
 * Looks for a layout in a worker: a first one at once, then ever shorter ones until it is stopped. @param key one search a key at a time
 */
export function useLayoutSearch(key: string) {
  const { ask, end } = useBoardWorkers()
  const layout = shallowRef<Layout | null>(null)
  const bound = ref(0)
  const running = ref(false)
  const tookMs = ref(0)
  const problem = ref<string | null>(null)
  let question = 0

  function stop(): void {
    question++
    end(key)
    running.value = false
  }

  /** Layouts anew; what ran is ended at once. @param forMs how long at the most; for ever where it is not given */
  async function start(task: LayoutTask, forMs = Infinity): Promise<void> {
    stop()
    const mine = question,
      id = `${key} ${mine} ${Date.now()}`,
      from = performance.now()
    running.value = true
    problem.value = null
    layout.value = null
    try {
      let best = await ask(key, remote => remote.firstLayoutFor(id, task), 1)
      if (mine !== question) return
      layout.value = best
      tookMs.value = performance.now() - from
      bound.value = boundMm(task)
      for (let seed = 1, sinceMs = performance.now(); running.value; seed += 1000) {
        const next = await ask(key, remote => remote.improvedLayout(id, task, best, STRETCH_MS, seed))
        if (mine !== question) return
        if (next.lengthMm < best.lengthMm - 0.5) {
          layout.value = next
          sinceMs = performance.now()
        }
        best = next
        const now = performance.now()
        if (best.lengthMm <= bound.value + 1 || now - sinceMs > REST_AFTER_MS || now - from > forMs) break
      }
    } catch (error) {
      if (mine === question) problem.value = faultOf(error)
    }
    if (mine === question) running.value = false
  }
  onScopeDispose(stop)
  return { layout, bound, running, tookMs, problem, start, stop }
}
