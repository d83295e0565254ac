<script setup lang="ts" generic="V extends string | number, O extends { value: V, name: string, spoken?: string }">
import { RadioGroupItem, RadioGroupRoot } from 'reka-ui'

/** One of a few: arrows go from one to the next, one stop of the tab key for all. */
const { options, label, shape = 'min-h-11 px-3' } = defineProps<{
  options: readonly O[]
  label: string
  shape?: string
}>()
const model = defineModel<V | null>({ required: true })
</script>

<template>
  <RadioGroupRoot :model-value="model ?? undefined" :aria-label="$say(label)" @update:model-value="v => (model = v as V)">
    <slot name="before" />
    <RadioGroupItem v-for="o in options" :key="o.value" :value="o.value" :aria-label="o.spoken"
      :class="[shape, model === o.value ? 'bg-ink text-paper' : 'slip hover:bg-seam/20']">
      <slot :option="o" :chosen="model === o.value">{{ $say(o.name) }}</slot>
    </RadioGroupItem>
  </RadioGroupRoot>
</template>
