import { proxy, wrap, type Remote } from 'comlink'
import { withRefined, type Match, type MatchQuery, type MatchSupply, type Refined, type WhatIf } from '#core/match'
import type { MatchApi, Ranked } from '~/workers/match.worker'

const FIRST_DOZEN = 12
/** The foremost answers are never left without their full search. */
const FOREMOST = 6

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
const startWorker = () => {
  const worker = new Worker(new URL('../workers/match.worker.ts', import.meta.url), { type: 'module' })
  return { worker, remote: wrap<MatchApi>(worker) as Remote<MatchApi> }
}

/**
 * Judges the shelf in a worker whenever the question changes, then runs the full recipe search for the first dozen on two
 * others, refining the answer as they arrive. A newer question ends the older search.
 */
export function useMatching(query: Ref<MatchQuery | null>, shelf: Ref<MatchSupply[] | null>) {
  const ranked = shallowRef<Ranked | null>(null)
  const refined = shallowRef<Refined[]>([])
  const progress = ref<{ done: number, of: number } | null>(null)
  const ranker = startWorker()
  let searchers: ReturnType<typeof startWorker>[] = []
  let question = 0

  const match = computed<Match | null>(() => ranked.value ? withRefined(ranked.value.match, refined.value) : null)
  const whatIf = computed<WhatIf[]>(() => ranked.value?.whatIf ?? [])

  function stop(): void {
    for (const s of searchers) s.worker.terminate()
    searchers = []
    progress.value = null
  }

  async function refine(mine: number, asked: MatchQuery): Promise<void> {
    for (let wanted = FIRST_DOZEN; ; wanted = FOREMOST) {
      const known = new Set(refined.value.map(r => r.key))
      const todo = (match.value?.ranked.slice(0, wanted) ?? []).filter(c => c.reachC !== null && !c.recipe && !known.has(c.key))
      if (todo.length === 0) break
      progress.value = { done: 0, of: todo.length }
      searchers = [startWorker(), startWorker()]
      await Promise.all(searchers.map((s, k) => s.remote.refine(asked, plain(todo.filter((_, i) => i % searchers.length === k)), proxy(async (r: Refined) => {
        if (mine !== question) return
        refined.value = [...refined.value, r]
        if (progress.value) progress.value = { ...progress.value, done: progress.value.done + 1 }
      }))))
      if (mine !== question) return
      stop()
    }
  }

  async function ask(): Promise<void> {
    const mine = ++question
    stop()
    if (!query.value || !shelf.value) return
    const asked = plain(query.value)
    const answer = await ranker.remote.rank(asked)
    if (mine !== question) return
    refined.value = []
    ranked.value = answer
    await refine(mine, asked)
  }

  watch(shelf, async (supplies) => {
    if (!supplies) return
    await ranker.remote.setShelf(plain(supplies))
    await ask()
  }, { immediate: true })
  watch(() => query.value && JSON.stringify(query.value), () => { void ask() })
  onScopeDispose(() => {
    question++
    stop()
    ranker.worker.terminate()
  })
  return { match, ranked, whatIf, progress, stop }
}
