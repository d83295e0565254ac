import { proxy, wrap, type Remote } from 'comlink'
import type { Bench, EvaluateOptions, Method, Opener } from '#core/recipe'
import type { Answer, RecipesApi } from '~/workers/recipes.worker'

/**
 * Searches in a worker whenever the bench changes, or what its swatches taught; a newer one cancels the older search.
 * @param bench null holds the search back
 */
export function useRecipeSearch(bench: Ref<Bench | null>, taught: Ref<EvaluateOptions>) {
  const answers = ref<Answer[]>([])
  const best = ref<Method | null>(null)
  const openers = ref<Opener[] | null>(null)
  const searching = ref(false)
  let worker: Worker | null = null

  function stop(): void {
    worker?.terminate()
    worker = null
    searching.value = false
  }

  async function search(given: Bench): Promise<void> {
    stop()
    const mine = new Worker(new URL('../workers/recipes.worker.ts', import.meta.url), { type: 'module' })
    worker = mine
    const remote: Remote<RecipesApi> = wrap<RecipesApi>(mine)
    answers.value = []
    best.value = null
    openers.value = null
    searching.value = true
    const copy = JSON.parse(JSON.stringify(given)) as Bench
    const found = await remote.search(copy, JSON.parse(JSON.stringify(taught.value)) as EvaluateOptions, proxy(async (a: Answer) => { if (worker === mine) answers.value = [...answers.value, a] }))
    if (worker !== mine) return
    best.value = found
    if (found === null) openers.value = await remote.openers(copy)
    if (worker === mine) stop()
  }

  watch(() => bench.value && JSON.stringify([bench.value, taught.value]), () => { if (bench.value) void search(bench.value); else stop() }, { immediate: true })
  const looking = ref(false)
  /** What would open this bench, asked for by a person. */
  async function askOpeners(): Promise<void> {
    if (!bench.value || looking.value) return
    looking.value = true
    const mine = new Worker(new URL('../workers/recipes.worker.ts', import.meta.url), { type: 'module' })
    const asked = JSON.stringify(bench.value)
    try {
      const found = await wrap<RecipesApi>(mine).openers(JSON.parse(asked) as Bench)
      if (bench.value && JSON.stringify(bench.value) === asked) openers.value = found
    } finally {
      mine.terminate()
      looking.value = false
    }
  }
  onScopeDispose(stop)
  return { answers, best, openers, searching, looking, askOpeners, cancel: stop }
}
