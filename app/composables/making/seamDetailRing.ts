import { useIntervalFn } from '@vueuse/core'
import type { SeamDetailPlan } from '#core/seam'

type Phase = 'ready' | 'down' | 'turn' | 'rest' | 'done'
/** A ring to press one feature by, outside any session: down, lift, the other side, and until it may be touched. */
export function useSeamDetailRing(plan: Ref<SeamDetailPlan | null>) {
  const { rate } = useIron()
  const chime = useChime()
  const phase = ref<Phase>('ready')
  const side = ref(0)
  const fromMs = ref(0)
  const nowMs = ref(Date.now())
  const forS = computed(() => {
    const p = plan.value
    if (!p?.recipe) return 0
    if (phase.value === 'rest' || phase.value === 'done') return p.restS
    return side.value === 0 ? p.recipe.holdS : p.recipe.secondS ?? p.recipe.holdS
  })
  const elapsedS = computed(() => (phase.value === 'down' || phase.value === 'rest' ? (nowMs.value - fromMs.value) / 1000 * rate : 0))
  const leftS = computed(() => forS.value - elapsedS.value)
  const share = computed(() => (forS.value > 0 ? Math.min(1, elapsedS.value / forS.value) : 0))
  const go = (to: Phase): void => {
    phase.value = to
    fromMs.value = nowMs.value = Date.now()
  }
  let said = false
  useIntervalFn(() => {
    if (phase.value !== 'down' && phase.value !== 'rest') return
    nowMs.value = Date.now()
    if (leftS.value <= 0 && !said) {
      said = true
      if (phase.value === 'down') chime.lift()
      else {
        chime.done()
        go('done')
      }
    }
  }, 100)
  /** What the one key does now. */
  function press(): void {
    const p = plan.value
    if (!p?.recipe) return
    said = false
    if (phase.value === 'ready' || phase.value === 'turn') go('down')
    else if (phase.value === 'down') {
      if (side.value === 0 && p.recipe.passes === 2) {
        side.value = 1
        go('turn')
      } else go('rest')
    } else reset()
  }
  function reset(): void {
    side.value = 0
    said = false
    go('ready')
  }
  watch(() => JSON.stringify([plan.value?.seamDetail, plan.value?.recipe]), reset)
  return { phase, side, leftS, forS, share, press, reset }
}
