<script setup lang="ts">
import { IRON_KINDS, type IronKindKey } from '#core/materials'
import { sizeWords } from '#shared/words'

const selection = useSelection()

/** The sole's outline to scale, its size written on it. */
const { kind, c = 20 } = defineProps<{ kind: IronKindKey, c?: number }>()
const iron = computed(() => IRON_KINDS[kind])
const press = computed(() => kind === 'heatPress')
const scale = computed(() => Math.min(150 / Math.max(iron.value.soleMm[0], 220), 124 / iron.value.soleMm[1]))
/** Too short for its size to be written on it: that stands below. */
const isShort = computed(() => iron.value.soleMm[0] < 180)
const long = computed(() => iron.value.soleMm[0] * scale.value)
const wide = computed(() => iron.value.soleMm[1] * scale.value)
/** A plate stands in the middle of the picture, its size in the middle of it. */
const MIDDLE = 80
/** Square at the heel, drawn in to a point. */
const outline = computed(() => {
  const [w, l] = [wide.value, long.value]
  return `M0 ${-w / 2}H${l * 0.45}Q${l * 0.85} ${-w * 0.36} ${l} 0Q${l * 0.85} ${w * 0.36} ${l * 0.45} ${w / 2}H0Q-8 0 0 ${-w / 2}Z`
})
</script>

<template>
  <svg viewBox="-10 -66 180 132" class="w-48" role="img" :aria-label="`Iron ${sizeWords(iron.soleMm[0], iron.soleMm[1], selection.units)}`">
    <rect v-if="press" :x="MIDDLE - long / 2" :y="-wide / 2" :width="long" :height="wide" :fill="heatColour(c)"
      stroke="var(--rc-ink)" stroke-width="2" />
    <path v-else
      :d="outline"
      :fill="heatColour(c)" stroke="var(--rc-ink)" stroke-width="2" />
    <text :x="press ? MIDDLE : 12" :y="isShort ? wide / 2 + 18 : 5" font-size="13" :text-anchor="press ? 'middle' : 'start'"
      :fill="isShort ? 'currentColor' : inkOnHeat(c)">{{ sizeWords(iron.soleMm[0], iron.soleMm[1], selection.units) }}</text>
  </svg>
</template>
