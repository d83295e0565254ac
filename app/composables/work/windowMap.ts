import { runMap, type Counter, type Sensitivity, type WindowMap, type WindowQuestion } from '#core/window'
import { createKeptAnswers } from '#core/numeric'

/** The pin's place is no part of a map: the same map serves every pin. */
const mapKey = (q: WindowQuestion): string =>
  JSON.stringify({ ...q, recipe: { ...q.recipe, holdS: 0, coolS: 0, setting: { swingC: q.recipe.setting.swingC } } })
let windows = 0
/** Maps that were drawn whole: whoever comes back to one has it at once. */
const keptMaps = createKeptAnswers<WindowMap>(20)

/**
 * Draws the map of a question on all cores: a coarse picture first, then refined; a newer question ends the older. One that was drawn
 * before is shown as it was.
 * What moves the edge most is worked out once the map stands and the pin rests.
 */
export function useWindowMap(question: Ref<WindowQuestion | null>) {
  const { ask, answer, end } = useBoardWorkers()
  const mapJobs = `map ${++windows}`, edgeJobs = `edge ${windows}`
  const map = shallowRef<WindowMap | null>(null)
  const progress = ref<{ done: number, of: number } | null>(null)
  const sensitivity = shallowRef<Sensitivity | null>(null)
  const firstMs = ref<number | null>(null)
  const wholeMs = ref<number | null>(null)
  const problem = ref<string | null>(null)
  let asked = 0
  let weighTimer: ReturnType<typeof setTimeout> | undefined

  async function draw(): Promise<void> {
    const mine = ++asked
    end(mapJobs)
    end(edgeJobs)
    map.value = problem.value = sensitivity.value = null
    firstMs.value = wholeMs.value = null
    if (!question.value) {
      progress.value = null
      return
    }
    const q = toPlain(question.value)
    const from = performance.now(), key = mapKey(q), known = keptMaps.get(key)
    progress.value = known ? null : { done: 0, of: 1 }
    try {
      const counter: Counter = (asking, task) => ask(mapJobs, remote => remote.count(asking, task))
      const whole = known?.answer ?? await runMap(q, counter, workerCount(), (part) => {
        firstMs.value ??= performance.now() - from
        map.value = part.map
        progress.value = { done: part.done, of: part.of }
      }, () => mine !== asked)
      if (mine !== asked) return
      wholeMs.value = known ? null : performance.now() - from
      if (whole) {
        map.value = whole
        keptMaps.keep(key, whole)
      }
      progress.value = null
      await weigh()
    } catch (error) {
      if (mine !== asked) return
      progress.value = null
      problem.value = faultOf(error)
    }
  }
  async function weigh(): Promise<void> {
    end(edgeJobs)
    if (!question.value || progress.value) return
    try {
      sensitivity.value = await answer(edgeJobs, 'sensitivity', [question.value])
    } catch (error) {
      problem.value = faultOf(error) ?? problem.value
    }
  }
  watch(() => question.value && mapKey(question.value), () => { void draw() }, { immediate: true })
  watch(() => question.value && [question.value.recipe.holdS, question.value.recipe.setting.meanC].join(), () => {
    clearTimeout(weighTimer)
    weighTimer = setTimeout(() => { void weigh() }, 350)
  })
  function stop(): void {
    asked++
    end(mapJobs)
    progress.value = null
  }
  onScopeDispose(() => {
    stop()
    end(edgeJobs)
    clearTimeout(weighTimer)
  })
  return { map, progress, sensitivity, firstMs, wholeMs, problem, stop, again: draw }
}
