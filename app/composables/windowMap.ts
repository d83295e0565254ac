import { wrap, type Remote } from 'comlink'
import { runMap, type Sensitivity, type WindowMap, type WindowQuestion } from '#core/window'
import type { WindowApi } from '~/workers/window.worker'

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
const MOST_LANES = 4
let lanes: { worker: Worker, remote: Remote<WindowApi> }[] | null = null

/** The window's workers, one a core, started once and kept: their code is warm for the next question. */
export function windowLanes(): Remote<WindowApi>[] {
  lanes ??= Array.from({ length: Math.min(MOST_LANES, Math.max(1, navigator.hardwareConcurrency || 2)) }, () => {
    const worker = new Worker(new URL('../workers/window.worker.ts', import.meta.url), { type: 'module' })
    const remote = wrap<WindowApi>(worker) as Remote<WindowApi>
    void remote.warm()
    return { worker, remote }
  })
  return lanes.map(l => l.remote)
}

/** Where the pin stands is no part of a map: the same map serves every pin. */
const mapKey = (q: WindowQuestion): string => JSON.stringify({ ...q, recipe: { ...q.recipe, holdS: 0, coolS: 0, stop: { swingC: q.recipe.stop.swingC } } })

/**
 * Draws the window map of a question on all cores: a coarse picture first, then refined; a newer question stops the older.
 * What moves the edge most is worked out once the map stands and the pin rests.
 */
export function useWindowMap(question: Ref<WindowQuestion | null>) {
  const map = shallowRef<WindowMap | null>(null)
  const progress = ref<{ done: number, of: number } | null>(null)
  const sensitivity = shallowRef<Sensitivity | null>(null)
  const firstMs = ref<number | null>(null)
  const wholeMs = ref<number | null>(null)
  let asked = 0, moved = 0
  let settle: ReturnType<typeof setTimeout> | undefined

  async function draw(): Promise<void> {
    const mine = ++asked
    map.value = null
    firstMs.value = wholeMs.value = null
    if (!question.value) {
      progress.value = null
      return
    }
    const q = plain(question.value), remotes = windowLanes()
    let turn = 0
    const from = performance.now()
    progress.value = { done: 0, of: 1 }
    const whole = await runMap(q, (asking, task) => remotes[turn++ % remotes.length]!.count(asking, task), remotes.length, (part) => {
      firstMs.value ??= performance.now() - from
      map.value = part.map
      progress.value = { done: part.done, of: part.of }
    }, () => mine !== asked)
    if (mine !== asked) return
    wholeMs.value = performance.now() - from
    if (whole) map.value = whole
    progress.value = null
    void weigh()
  }
  async function weigh(): Promise<void> {
    const mine = ++moved
    if (!question.value || progress.value) return
    const found = await windowLanes()[0]!.sensitivity(plain(question.value))
    if (mine === moved) sensitivity.value = found
  }
  watch(() => question.value && mapKey(question.value), () => { void draw() }, { immediate: true })
  watch(() => question.value && [question.value.recipe.holdS, question.value.recipe.stop.meanC].join(), () => {
    clearTimeout(settle)
    settle = setTimeout(() => { void weigh() }, 350)
  })
  function stop(): void {
    asked++
    progress.value = null
  }
  onScopeDispose(() => {
    asked++
    moved++
    clearTimeout(settle)
  })
  return { map, progress, sensitivity, firstMs, wholeMs, stop }
}
