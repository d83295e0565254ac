<script setup lang="ts">
/** A length as people write it, 38,5 or 5 3/8; kept in mm. What cannot be read stays standing, and why is said. */
const { label, noun, leastMm = 0, mostMm = 10_000 } = defineProps<{
  label: string
  leastMm?: number
  mostMm?: number
  /** As it is called in a sentence. */
  noun?: string
}>()
const mm = defineModel<number>({ required: true })
</script>

<template>
  <label class="block">
    <span class="block text-sm font-semibold leading-tight">{{ label }}</span>
    <MeasureInput v-model="mm" quantity="length" :label="label" :noun="noun" :least-metric="leastMm" :most-metric="mostMm" />
  </label>
</template>
