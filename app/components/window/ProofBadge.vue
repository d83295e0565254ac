<script setup lang="ts">
import type { ProofState } from '#core/learn'
import { proofSentence } from '#shared/words'

/** Proved by a swatch, waiting for its wash, gone stale and why, or an estimate. */
const { proof } = defineProps<{ proof: ProofState }>()
const LOOK: Record<ProofState['state'], { icon: string, ink: string }> = {
  proved: { icon: 'i-lucide-badge-check', ink: 'text-good' },
  toWash: { icon: 'i-lucide-droplets', ink: 'text-ink' },
  stale: { icon: 'i-lucide-unlink', ink: 'text-alert' },
  none: { icon: '', ink: '' },
}
</script>

<template>
  <span data-test="proof">
    <b v-if="proofSentence(proof)" :class="LOOK[proof.state].ink">
      <UIcon :name="LOOK[proof.state].icon" class="mr-1 inline-block size-5 align-text-bottom" />{{ proofSentence(proof) }}</b>
    <template v-else>Not tested yet <Sourced from="estimate" />.</template>
  </span>
</template>
