<script setup lang="ts">
import type { LotReading } from '#core/instructions'
import { celsius } from '#shared/words'

/** What the lines and bands of all the traces mean, said once. */
defineProps<{ windowC: [number, number], damageC: number | null, lot?: LotReading | null }>()
const selection = useSelection()
</script>

<template>
  <ul class="flex flex-wrap items-center gap-x-4 text-sm" aria-label="Key to the traces">
    <li class="flex items-center gap-1.5"><svg width="26" height="8" aria-hidden="true">
      <line x2="26" y1="4" y2="4" stroke="var(--rc-ink)" stroke-width="4" /></svg>glue line</li>
    <li class="flex items-center gap-1.5"><svg width="26" height="8" aria-hidden="true">
      <line x2="26" y1="4" y2="4" stroke="var(--rc-mark)" stroke-width="2" /></svg>fabric</li>
    <li class="flex items-center gap-1.5"><svg width="26" height="8" aria-hidden="true">
      <line x2="26" y1="4" y2="4" stroke="var(--rc-muted)" stroke-width="2" stroke-dasharray="7 4" /></svg>press cloth</li>
    <li class="flex items-center gap-1.5"><svg width="26" height="8" aria-hidden="true">
      <line x2="26" y1="4" y2="4" stroke="var(--rc-muted)" stroke-width="2" stroke-dasharray="2 3" /></svg>iron</li>
    <li class="flex items-center gap-1.5">
      <span class="inline-block h-4 w-6" style="background: rgb(150 130 90 / 0.35)"
      />adhesive's window {{ celsius(windowC[0], selection.units) }} to {{ celsius(windowC[1], selection.units) }} <Sourced
        :from="lot?.state === 'fits' && lot.lot.meltShiftC !== 0 ? 'maker' : 'typical'" /></li>
    <li v-if="damageC !== null" class="flex items-center gap-1.5"><svg width="26" height="8" aria-hidden="true">
      <line x2="26" y1="4" y2="4" stroke="var(--rc-alert)" stroke-width="2" stroke-dasharray="8 4" />
    </svg>fabric damaged {{ celsius(damageC, selection.units) }} <Sourced from="typical" /></li>
  </ul>
</template>
