import { proxy, wrap, type Remote } from 'comlink'
import type { Bench, Method, Opener } from '#core/recipe'
import type { Answer, RecipesApi } from '~/workers/recipes.worker'

/** Searches in a worker whenever the bench changes; a newer bench cancels the older search. */
export function useRecipeSearch(bench: Ref<Bench | null>) {
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
    const found = await remote.search(copy, proxy(async (a: Answer) => { if (worker === mine) answers.value = [...answers.value, a] }))
    if (worker !== mine) return
    best.value = found
    if (found === null) openers.value = await remote.openers(copy)
    if (worker === mine) stop()
  }

  watch(() => bench.value && JSON.stringify(bench.value), () => { if (bench.value) void search(bench.value); else stop() }, { immediate: true })
  onScopeDispose(stop)
  return { answers, best, openers, searching, cancel: stop }
}
