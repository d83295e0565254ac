import type { StuckPlan } from '#core/mend'
import type { ClothInput } from '#core/stack'
import { toStuckAsk, type MendWork } from '#shared/mending'
import type { Cloth, Supply } from '#shared/schemas'

/** How a mend is pressed with the iron in hand, worked out anew whenever anything of it changes. */
export function useStuckPlan(of: () => { work: MendWork, garment: Cloth | null, item: ClothInput | null, supply: Supply | null }) {
  const bench = useBench()
  const ways = useMakingWays()
  const ask = computed(() => {
    const { work, garment, item, supply } = of(), { iron } = bench
    return garment && iron
      ? toStuckAsk(work, { garment, item, supply, iron, cover: bench.cover, bed: bench.chosen.bed, rules: bench.rules })
      : null
  })
  const { answer: plan, problem } = useAnswer<StuckPlan>(() => JSON.stringify(ask.value), () => (ask.value ? ways.stuck(ask.value) : null))
  return { plan, problem, inside: computed(() => ask.value?.inside ?? false), known: computed(() => ask.value !== null) }
}
