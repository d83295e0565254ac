import { boundMm, type Layout, type LayoutTask } from '#core/layout'

const REST_AFTER_MS = 20_000

/** Looks for ever shorter layouts in workers, one a core. @param key one search a key at a time */
export function useLayoutSearch(key: string) {
  const { found, ...search } = useAnytime<LayoutTask, Layout>(key, {
    first: (board, task, id) => board.firstLayoutFor(id, task),
    better: (board, task, id, best, forMs, seed) => board.improvedLayout(id, task, best, forMs, seed),
    costOf: layout => layout.lengthMm,
    boundOf: boundMm,
    restAfterMs: REST_AFTER_MS,
    searches: workerCount(),
  })
  return { layout: found, ...search }
}
