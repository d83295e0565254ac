<script setup lang="ts">
import { readLengthMm, toUnit } from '#core/units'

/** A length as people write it, 38,5 or 5 3/8; kept in mm. What cannot be read stays standing, and why is said. */
const {
  label,
  noun,
  leastMm = 0,
  mostMm = 10_000,
} = defineProps<{
  label: string
  leastMm?: number
  mostMm?: number
  /** As it is called in a sentence. */
  noun?: string
}>()
const called = computed(() => noun ?? label)
const mm = defineModel<number>({ required: true })
const selection = useSelection()
const unit = computed(() => selection.units?.length ?? 'mm')
const shownOf = (v: number) => String(Math.round(toUnit(v, unit.value) * 1000) / 1000)
const text = ref(shownOf(mm.value))
const problem = ref<string | null>(null)
watch([mm, unit], () => {
  if (readLengthMm(text.value, unit.value) !== mm.value) text.value = shownOf(mm.value)
})
function read(): void {
  const v = readLengthMm(text.value, unit.value)
  problem.value
    = v === null
      ? `${called.value}: write a length such as 38, 38,5 or 5 3/8 in.`
      : v < leastMm
        ? `${called.value}: ${shownOf(leastMm)} ${unit.value} is the smallest we accept.`
        : v > mostMm
          ? `${called.value}: ${shownOf(mostMm)} ${unit.value} is the largest we accept.`
          : null
  if (v !== null && problem.value === null) mm.value = v
}
</script>

<template>
  <label class="block">
    <span class="block text-sm font-semibold leading-tight">{{ label }}</span>
    <span class="flex items-baseline gap-1">
      <UInput
        v-model="text"
        inputmode="decimal"
        class="w-full"
        :aria-label="label"
        :aria-invalid="problem !== null"
        @update:model-value="read"
      />
      <span class="text-sm text-muted-ink">{{ unit }}</span>
    </span>
    <span v-if="problem" class="block text-sm font-medium text-alert" role="alert">{{ problem }}</span>
  </label>
</template>
