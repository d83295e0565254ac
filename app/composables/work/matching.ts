import type { Remote } from 'comlink'
import { withRefined, type Match, type MatchQuery, type MatchSupply, type Refined, type WhatIf } from '#core/match'
import type { BoardApi, Ranked } from '~/workers/api'

const FIRST_DOZEN = 12
/** The foremost answers are never left without their full search. */
const FOREMOST = 6
const RANK = 'match', REFINE = 'refine'
let shelves = 0

/**
 * Judges the shelf in a worker whenever the question changes, then runs the full recipe search for the first dozen,
 * refining the answer as they arrive. A newer question ends the older search.
 */
export function useMatching(query: Ref<MatchQuery | null>, shelf: Ref<MatchSupply[] | null>) {
  const { ask: work, answer, end } = useBoardWorkers()
  const ranked = shallowRef<Ranked | null>(null)
  const refined = shallowRef<Refined[]>([])
  const progress = ref<{ done: number, of: number } | null>(null)
  const problem = ref<string | null>(null)
  let question = 0
  let held: { id: number, supplies: MatchSupply[] } = { id: 0, supplies: [] }

  const match = computed<Match | null>(() => ranked.value ? withRefined(ranked.value.match, refined.value, query.value?.habits) : null)
  const whatIf = computed<WhatIf[]>(() => ranked.value?.whatIf ?? [])

  function stop(): void {
    end(REFINE)
    progress.value = null
  }

  /** Every lane is handed the shelf once. */
  async function withShelf(remote: Remote<BoardApi>): Promise<void> {
    if (!await remote.holds(held.id)) await remote.hold(held.id, held.supplies)
  }

  async function refine(mine: number, asked: MatchQuery): Promise<void> {
    for (let wanted = FIRST_DOZEN; ; wanted = FOREMOST) {
      const known = new Set(refined.value.map(r => r.key))
      const todo = (match.value?.ranked.slice(0, wanted) ?? []).filter(c => c.reachC !== null && !c.margins && !known.has(c.key))
      if (todo.length === 0) break
      progress.value = { done: 0, of: todo.length }
      await Promise.all(todo.map(async (candidate) => {
        const one = await answer(REFINE, 'refine', [asked, candidate])
        if (mine !== question || !one) return
        refined.value = [...refined.value, one]
        if (progress.value) progress.value = { ...progress.value, done: progress.value.done + 1 }
      }))
      if (mine !== question) return
    }
    progress.value = null
  }

  async function ask(): Promise<void> {
    const mine = ++question
    stop()
    end(RANK)
    if (!query.value || held.id === 0) return
    const asked = toPlain(query.value)
    try {
      const order = await work(RANK, async (remote) => {
        await withShelf(remote)
        return remote.rank(asked)
      }, 1)
      if (mine !== question) return
      refined.value = []
      ranked.value = order
      problem.value = null
      await refine(mine, asked)
    } catch (error) {
      if (mine === question) {
        progress.value = null
        problem.value = faultOf(error)
      }
    }
  }

  watch(shelf, (supplies) => {
    if (!supplies) return
    held = { id: ++shelves, supplies: toPlain(supplies) }
    void ask()
  }, { immediate: true })
  watch(() => query.value && JSON.stringify(query.value), () => { void ask() })
  onScopeDispose(() => {
    question++
    stop()
    end(RANK)
  })
  return { match, ranked, whatIf, progress, problem, stop, again: ask }
}
