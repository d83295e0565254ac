<script setup lang="ts">
import type { Trial } from '#shared/schemas'
import { METHOD_NAME } from '#shared/words'

/** The proof card pinned over the board. */
const bench = useBench()
const trial = ref<Trial | null>(null)
watch(() => bench.chosen.pinnedId, async (id) => {
  const found = id ? await $fetch<Trial>(`/api/trials/${id}`).catch(() => null) : null
  if (bench.chosen.pinnedId === id) trial.value = found
}, { immediate: true })
</script>

<template>
  <aside v-if="trial" class="slip max-w-72 -rotate-1 p-3 text-ink shadow-md" aria-label="Proof pinned over the board">
    <p class="ticket text-lg font-semibold leading-tight">Proved: {{ trial.clothName }}</p>
    <p class="leading-snug">{{ trial.supplyName }}. <b>
      {{ trial.recipe.holdS }} s{{ trial.recipe.passes === 2 ? ' each side' : '' }}
    </b>, {{ trial.recipe.stop.label }}, {{ METHOD_NAME[trial.recipe.method].toLowerCase() }},
      {{ trial.coverName?.toLowerCase() ?? 'bare iron' }}.</p>
    <button type="button" class="mt-1 text-sm underline" @click.stop="bench.chosen.pinnedId = null">Unpin</button>
  </aside>
</template>
