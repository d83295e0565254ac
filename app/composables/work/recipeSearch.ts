import {
  usualFirst, WAYS, type PressSetup, type CarriedOver, type EvaluateOptions, type Opener, type OwnIron, type Recipe, type Tack, type Way,
} from '#core/recipe'
import type { Answer } from '~/workers/api'

const KEY = 'recipes', OPENERS = 'openers'

/**
 * Works out every way of pressing whenever the setup changes, or what its swatches taught; a newer one ends the older search.
 * @param setup null holds the search back
 * @param tested what own swatches tested here: it is its method's recipe
 * @param tacked works out the tack as well: for webs
 * @param others irons of the workroom besides the one in hand: one of them may open what is blocked
 */
export function useRecipeSearch(
  setup: Ref<PressSetup | null>, taught: Ref<EvaluateOptions>, tested: Ref<Recipe | null>, tacked: Ref<boolean>, others: Ref<OwnIron[]>,
) {
  const { answer, end } = useBoardWorkers()
  const found = ref<Partial<Record<Way, Answer>>>({})
  const carried = shallowRef<CarriedOver | null>(null)
  const tack = shallowRef<Tack | null>(null)
  const openers = ref<Opener[] | null>(null)
  const searching = ref(false)
  const looking = ref(false)
  const problem = ref<string | null>(null)
  let asked = 0

  /** The answers so far, in their order: as the sheet says first. */
  const answers = computed(() => WAYS.map(w => found.value[w]).filter(a => a !== undefined))
  const best = computed<Way | null>(
    () => usualFirst(answers.value.filter(a => a.blocked === null))
      .reduce<Answer | null>((b, a) => (!b || a.score > b.score ? a : b), null)?.way ?? null,
  )

  function stop(): void {
    asked++
    end(KEY)
    searching.value = false
  }

  async function search(): Promise<void> {
    stop()
    const mine = asked
    found.value = {}
    carried.value = tack.value = openers.value = problem.value = null
    if (!setup.value) return
    searching.value = true
    const b = setup.value, t = taught.value, own = tested.value
    try {
      await Promise.all([
        ...WAYS.map(async (way) => {
          const one = await answer(KEY, 'way', [b, way, t, own], PRIORITY)
          if (mine === asked && one) found.value = { ...found.value, [way]: one }
        }),
        answer(KEY, 'carried', [b, t], PRIORITY).then((c) => {
          if (mine === asked) carried.value = c
        }),
        tacked.value
          ? answer(KEY, 'tack', [b, t]).then((a) => {
              if (mine === asked) tack.value = a
            })
          : null,
      ])
    } catch (error) {
      if (mine === asked) problem.value = faultOf(error)
    }
    if (mine !== asked) return
    searching.value = false
    if (best.value === null && !problem.value) await askOpeners()
  }

  /** What would open this setup. */
  async function askOpeners(): Promise<void> {
    if (!setup.value || looking.value) return
    looking.value = true
    const mine = asked
    try {
      const opens = await answer(OPENERS, 'openers', [setup.value, taught.value, others.value])
      if (mine === asked) openers.value = opens
    } catch (error) {
      if (mine === asked) problem.value = faultOf(error)
    } finally {
      looking.value = false
    }
  }

  const question = computed(() => setup.value && JSON.stringify([setup.value, taught.value, tested.value]))
  watch(question, () => { end(OPENERS); void search() }, { immediate: true })
  onScopeDispose(() => { stop(); end(OPENERS) })
  return { answers, best, carried, tack, openers, searching, looking, problem, askOpeners, again: search, cancel: stop }
}
/** Before a window's rows: a person waits for the sentence first. */
const PRIORITY = 2
