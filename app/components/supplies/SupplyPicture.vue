<script setup lang="ts">
import type { Supply } from '#shared/schemas'

/** A supply as it looks: its base drawn, its adhesive as dots, powder, film or web. */
const {
  supply, width = 84, height = 62,
} = defineProps<{ supply: Pick<Supply, 'base' | 'adhesive' | 'form' | 'colourHex' | 'family'>, width?: number, height?: number }>()
const id = useId()
const dark = computed(() => Number.parseInt(supply.colourHex.slice(1, 3), 16) < 110)
const line = computed(() => dark.value ? 'rgb(255 255 255 / .3)' : 'rgb(60 45 25 / .3)')
const glint = computed(() => dark.value ? '#e9e3d2' : '#6d655a')
</script>

<template>
  <svg :width="width" :height="height" :viewBox="`0 0 ${width} ${height}`" class="shrink-0" aria-hidden="true">
    <defs>
      <pattern :id="`${id}b`" width="8" height="8" patternUnits="userSpaceOnUse">
        <g :stroke="line" fill="none">
          <path v-if="supply.base === 'woven'" d="M0 2h8M0 6h8M2 0v8M6 0v8" />
          <path v-else-if="supply.base === 'knit'" d="M0 1l2 5 2-5 2 5 2-5" />
          <path v-else-if="supply.base === 'weftInsert'" d="M0 2h8M0 6h8M3 0v8" stroke-width="1.400" />
          <path v-else-if="supply.base === 'nonwoven'" d="M0 3l5 3M3 0l2 6M6 1l-4 7M1 7l6-4" stroke-width=".8" />
        </g>
      </pattern>
      <pattern :id="`${id}r`" width="11" height="11" patternUnits="userSpaceOnUse">
        <g :fill="glint">
          <template v-if="supply.form === 'dots'">
            <circle cx="3" cy="3" r="1.500" />
            <circle cx="8.500" cy="8.500" r="1.500" />
          </template>
          <template v-else-if="supply.form === 'powder'">
            <circle cx="2" cy="3" r=".8" />
            <circle cx="7" cy="1.500" r=".7" />
            <circle cx="5" cy="7" r=".9" />
            <circle cx="10" cy="9" r=".7" />
          </template>
          <path v-else-if="supply.form === 'web'" d="M0 4q3-4 6 0t5 0M2 11q1-6 5-5t4 5" fill="none" :stroke="glint" />
        </g>
      </pattern>
    </defs>
    <rect x="1" y="1" :width="width - 2" :height="height - 2" :fill="supply.colourHex"
      :rx="supply.family === 'hemTape' || supply.family === 'stayTape' ? 20 : 2" stroke="rgb(60 50 35 / .6)" />
    <rect x="1" y="1" :width="width - 2" :height="height - 2" :fill="`url(#${id}b)`" />
    <rect v-if="supply.adhesive" :x="width * 0.42" y="1" :width="width * 0.58 - 2" :height="height - 2" :fill="`url(#${id}r)`" />
    <path v-if="supply.adhesive" :d="`M${width * 0.42} 1v${height - 2}`" stroke="rgb(60 50 35 / .5)" stroke-dasharray="4 3" />
  </svg>
</template>
