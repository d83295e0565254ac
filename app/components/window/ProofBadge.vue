<script setup lang="ts">
import type { ProofState } from '#core/learn'
import { PROOF_CHANGE } from '#shared/words'

/** Proved by a swatch, waiting for its wash, gone stale and why, or an estimate. */
const { proof } = defineProps<{ proof: ProofState }>()
const day = (iso: string) => new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })
</script>

<template>
  <span data-test="proof">
    <b v-if="proof.state === 'proved'" class="text-good">
      <UIcon name="i-lucide-badge-check" class="mr-1 inline-block size-5 align-text-bottom"
      />Proved by the swatch of {{ day(proof.trial.pressedAt) }}.</b>
    <b v-else-if="proof.state === 'toWash'" class="text-ink">
      <UIcon name="i-lucide-droplets" class="mr-1 inline-block size-5 align-text-bottom"
      />Held on {{ day(proof.trial.pressedAt) }}; {{ proof.missing === 1 ? 'one wash' : `${proof.missing} washes` }} still to stand.</b>
    <b v-else-if="proof.state === 'stale'" class="text-alert">
      <UIcon name="i-lucide-unlink" class="mr-1 inline-block size-5 align-text-bottom"
      />Estimated again: {{ proof.changes.map(c => PROOF_CHANGE[c]).join(', ') }} since the proof of
      {{ day(proof.trial.pressedAt) }}.</b>
    <template v-else>An estimate <Sourced from="model" />.</template>
  </span>
</template>
