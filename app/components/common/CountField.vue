<script setup lang="ts">
const { label, most } = defineProps<{ label: string, most: number }>()
const count = defineModel<number>({ required: true })
</script>

<template>
  <label class="block"><span class="block text-sm font-semibold leading-tight">{{ label }}</span>
    <UInput type="number" min="1" :max="most" class="w-full" :aria-label="label" :model-value="count"
      @update:model-value="v => (count = Math.min(most, Math.max(1, Math.round(Number(v)) || 1)))" /></label>
</template>
