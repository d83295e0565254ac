import type { StuckPlan } from '#core/mend'
import type { FabricInput } from '#core/stack'
import { type MendSpec, toStuckAsk } from '#shared/making'
import type { Fabric, Supply } from '#shared/schemas'

/** How a mend is pressed with the iron in hand, worked out anew whenever anything of it changes. */
export function useStuckPlan(of: () => { spec: MendSpec, garment: Fabric | null, item: FabricInput | null, supply: Supply | null }) {
  const selection = useSelection()
  const ways = useMakingWays()
  const ask = computed(() => {
    const { spec, garment, item, supply } = of(), { iron } = selection
    return garment && iron
      ? toStuckAsk(spec, { garment, item, supply, iron, pressCloth: selection.pressCloth, surface: selection.chosen.surface,
          rules: selection.rules })
      : null
  })
  const { answer: plan, problem } = useAnswer<StuckPlan>(() => JSON.stringify(ask.value), () => (ask.value ? ways.stuck(ask.value) : null))
  return { plan, problem, inside: computed(() => ask.value?.inside ?? false), known: computed(() => ask.value !== null) }
}
