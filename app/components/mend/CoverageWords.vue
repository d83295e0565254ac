<script setup lang="ts">
import { areaMm2 } from '#core/geometry'
import type { Coverage } from '#core/positions'
import { coverageSentence, missedSentence, NOTHING_LEFT } from '#shared/words'

const selection = useSelection()

/** How often the sole is set down, and what it does not reach. */
const { coverage } = defineProps<{ coverage: Coverage & { smaller: string | null } | null, fault: string | null }>()
const missed = computed(() => (coverage?.missed ?? []).reduce((s, o) => s + areaMm2(o), 0) / 100)
</script>

<template>
  <p v-if="fault" class="font-semibold text-alert" role="alert">{{ fault }}</p>
  <template v-if="coverage">
    <p v-if="coverage.wantedMm2 < 1" class="font-semibold text-alert">{{ NOTHING_LEFT }}</p>
    <p v-else data-test="coverage-words">{{ coverageSentence({
      placements: coverage.placements.length,
      tips: coverage.placements.filter(p => p.tip).length,
      bound: coverage.bound,
      covered: coverage.covered,
    }) }} <Sourced from="estimate" /></p>
    <p v-if="coverage.missed.length && coverage.wantedMm2 >= 1" class="font-semibold text-alert" data-test="coverage-missed">
      {{ missedSentence(missed, coverage.missed.length, coverage.smaller, selection.units) }}</p>
  </template>
</template>
