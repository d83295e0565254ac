<script setup lang="ts">
import { areaMm2 } from '#core/geometry'
import type { Cover } from '#core/setdown'
import { coverSentence, missedSentence, NOTHING_LEFT } from '#shared/words'

/** How often the sole is set down, and what it does not reach. */
const { cover } = defineProps<{ cover: Cover & { smaller: string | null } | null, fault: string | null }>()
const missed = computed(() => (cover?.missed ?? []).reduce((s, o) => s + areaMm2(o), 0) / 100)
</script>

<template>
  <p v-if="fault" class="font-semibold text-alert" role="alert">{{ fault }}</p>
  <template v-if="cover">
    <p v-if="cover.wantedMm2 < 1" class="font-semibold text-alert">{{ NOTHING_LEFT }}</p>
    <p v-else data-test="cover-words">{{ coverSentence({
      prints: cover.prints.length, tips: cover.prints.filter(p => p.tip).length, bound: cover.bound, covered: cover.covered,
    }) }} <Sourced from="model" /></p>
    <p v-if="cover.missed.length && cover.wantedMm2 >= 1" class="font-semibold text-alert" data-test="cover-missed">
      {{ missedSentence(missed, cover.missed.length, cover.smaller) }}</p>
  </template>
</template>
