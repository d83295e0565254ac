import type { StuckPlan } from '#core/mend'
import type { ClothInput } from '#core/stack'
import { toStuckAsk, type MendWork } from '#shared/mending'
import type { Cloth, Supply } from '#shared/schemas'

/** How a mend is pressed with the iron in hand, worked out anew whenever anything of it changes. */
export function useStuckPlan(of: () => { work: MendWork, garment: Cloth | null, item: ClothInput | null, supply: Supply | null }) {
  const bench = useBench()
  const ways = useMakingWays()
  const plan = shallowRef<StuckPlan | null>(null)
  const problem = ref<string | null>(null)
  const ask = computed(() => {
    const { work, garment, item, supply } = of(), { iron } = bench
    return garment && iron
      ? toStuckAsk(work, { garment, item, supply, iron, cover: bench.cover, bed: bench.chosen.bed, rules: bench.rules })
      : null
  })
  watch(() => JSON.stringify(ask.value), async (asked) => {
    plan.value = null
    if (!ask.value) return
    try {
      const made = await ways.stuck(ask.value)
      if (asked === JSON.stringify(ask.value)) plan.value = made
      problem.value = null
    } catch (error) {
      problem.value = faultOf(error)
    }
  }, { immediate: true })
  return { plan, problem, inside: computed(() => ask.value?.inside ?? false), known: computed(() => ask.value !== null) }
}
