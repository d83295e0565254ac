import type { Remote } from 'comlink'
import type { BoardApi } from '~/workers/api'

/** A better one is looked for in stretches of this, ms: so long does it take at most to show it, or to stop. */
const STRETCH_MS = 250
/** What is better by less is not shown, and what is nearer to the bound than twice that is as good as can be. */
const WORTH = 0.5
/** The seeds of one search lie so far from those of the next. */
const LANE_SEEDS = 1e7
type Board = Remote<BoardApi>

interface Sought<Task, Found> {
  /** @param id of the question, the same for all that is asked about it */
  first: (board: Board, task: Task, id: string) => Promise<Found>
  better: (board: Board, task: Task, id: string, best: Found, forMs: number, seed: number) => Promise<Found>
  /** What is made as little as can be. */
  costOf: (found: Found) => number
  /** No cost is less. */
  boundOf: (task: Task, first: Found) => number
  /** Proved to be the best; by usual nothing is. */
  isProved?: (found: Found) => boolean
  /** Nothing better for so long: it is good, and the search rests. */
  restAfterMs: number
  /** What was found before is shown until there is something new. */
  showsOld?: boolean
  /** So many search at once, each its own way; one where it is not given. */
  searches?: number
}
/** A search that came to nothing better in so many stretches goes on from the best that any of them found. */
const PATIENT_STRETCHES = 12

/**
 * Looks for something ever better in a worker: a first one at once, then better ones until nothing comes for a while, or it is stopped.
 * @param key one search a key at a time
 */
export function useAnytime<Task, Found>(key: string, sought: Sought<Task, Found>) {
  const { ask, end } = useBoardWorkers()
  const found = shallowRef<Found | null>(null)
  const bound = ref(0)
  const running = ref(false)
  /** Until the first one, ms. */
  const tookMs = ref(0)
  const problem = ref<string | null>(null)
  let question = 0

  function stop(): void {
    question++
    end(key)
    running.value = false
  }
  /** Looks anew; what ran is ended at once. @param forMs how long at the most; for ever where it is not given */
  async function start(task: Task, forMs = Infinity): Promise<void> {
    stop()
    const mine = question, id = `${key} ${mine} ${Date.now()}`, fromMs = performance.now()
    running.value = true
    problem.value = null
    if (!sought.showsOld) found.value = null
    let isOld = true
    try {
      let best = await ask(key, board => sought.first(board, task, id), 1)
      if (mine !== question) return
      isOld = false
      found.value = best
      tookMs.value = performance.now() - fromMs
      bound.value = sought.boundOf(task, best)
      let isOver = sought.isProved?.(best) ?? false, sinceMs = performance.now()
      const search = async (lane: number): Promise<void> => {
        let own = best, stale = 0
        for (let seed = 1 + lane * LANE_SEEDS; !isOver; seed += 1000) {
          const from = own
          own = await ask(key, board => sought.better(board, task, id, from, STRETCH_MS, seed))
          if (mine !== question) return
          stale = sought.costOf(own) < sought.costOf(from) - WORTH ? 0 : stale + 1
          if (sought.costOf(own) < sought.costOf(best) || sought.isProved?.(own)) best = own
          else if (stale >= PATIENT_STRETCHES) {
            own = best
            stale = 0
          }
          const isBetter = sought.costOf(best) < sought.costOf(found.value!) - WORTH
          if (isBetter) sinceMs = performance.now()
          if (isBetter || sought.isProved?.(best)) found.value = best
          const nowMs = performance.now(), isGood = sought.costOf(best) <= bound.value + 2 * WORTH
          isOver ||= isGood || (sought.isProved?.(best) ?? false) || nowMs - sinceMs > sought.restAfterMs || nowMs - fromMs > forMs
        }
      }
      await Promise.all(Array.from({ length: sought.searches ?? 1 }, (_, lane) => search(lane)))
    } catch (error) {
      if (mine !== question) return
      problem.value = faultOf(error)
      if (isOld) found.value = null
    }
    if (mine === question) running.value = false
  }
  onScopeDispose(stop)
  return { found, bound, running, tookMs, problem, start, stop }
}
